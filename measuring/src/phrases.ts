/** What invoices of one country say: the words that the drawn documents are made with. */
export interface Phrases {
  readonly language: string;
  readonly country: string;
  readonly currency: string;
  readonly sign: string;
  readonly title: readonly string[];
  readonly creditTitle: readonly string[];
  readonly number: readonly string[];
  readonly date: readonly string[];
  readonly due: readonly string[];
  readonly order: readonly string[];
  readonly customer: readonly string[];
  readonly delivery: readonly string[];
  readonly billTo: readonly string[];
  readonly taxId: readonly string[];
  readonly buyerTaxId: string;
  readonly net: readonly string[];
  readonly tax: readonly string[];
  readonly gross: readonly string[];
  readonly goods: readonly string[];
  readonly toPay: readonly string[];
  readonly paid: readonly string[];
  readonly previous: readonly string[];
  readonly discount: readonly string[];
  readonly carriage: readonly string[];
  readonly carried: string;
  readonly brought: string;
  readonly page: (n: number, m: number) => string;
  readonly terms: (days: number) => string;
  readonly earlyTerms: (early: number, percent: string, days: number) => string;
  readonly sentence: (number: string, date: string) => string;
  readonly thanks: string;
  readonly columns: Readonly<Record<'pos' | 'item' | 'description' | 'quantity' | 'unit' | 'price' | 'per' | 'discount' | 'rate' | 'net' | 'hours' | 'hourly' | 'gross', readonly string[]>>;
  readonly itemBelow: string;
  readonly units: readonly string[];
  readonly hour: string;
  readonly rates: readonly string[];
  readonly forms: readonly string[];
  readonly registered: (form: string) => string;
  readonly streets: readonly string[];
  readonly cities: readonly string[];
  readonly names: readonly string[];
  readonly goodsNames: readonly string[];
  readonly services: readonly string[];
  readonly dateStyles: readonly ('dmy.' | 'dmy/' | 'dmy-' | 'mdy/' | 'iso' | 'long' | 'short')[];
  readonly months: readonly string[];
  readonly grouping: string;
  readonly decimal: '.' | ',';
  readonly signAfter: boolean;
}

const list = (text: string): string[] => text.split('|').map((part) => part.trim());

const en: Phrases = {
  language: 'en', country: 'GB', currency: 'GBP', sign: '£',
  title: list('INVOICE|Tax Invoice|Sales invoice|Invoice'), creditTitle: list('CREDIT NOTE|Credit note'),
  number: list('Invoice No|Invoice number|Inv. No.|Invoice ref|Document no.|Our invoice'), date: list('Date|Invoice date|Date of issue|Dated|Tax date'),
  due: list('Due date|Payment due|Pay by|Due on|Payable by'), order: list('Your order|PO number|Customer order no|Purchase order|Your ref / PO|Order no.'),
  customer: list('Customer no|Account|Customer ID'), delivery: list('Delivery note|Despatch note|Advice note'), billTo: list('Bill to|Invoice to|Sold to|Customer'),
  taxId: list('VAT no.|VAT reg. no.|VAT registration number'), buyerTaxId: 'Your VAT no.',
  net: list('Net total|Subtotal|Total excl. VAT|Net amount|Total before VAT'), tax: list('VAT @|VAT|VAT at|Value added tax'), gross: list('Total|Invoice total|Total incl. VAT|Grand total|TOTAL GBP'),
  goods: list('Goods total|Items total'), toPay: list('Amount due|Balance due|Please pay|Total due|To pay'), paid: list('Deposit paid|Payment received|Less deposit|Paid on account'), previous: list('Previous balance|Balance brought forward'),
  discount: list('Discount|Trade discount'), carriage: list('Carriage|Delivery charge|Freight'), carried: 'Carried forward', brought: 'Brought forward',
  page: (n, m) => `Page ${n} of ${m}`, terms: (d) => `Terms: ${d} days net`, earlyTerms: (e, p, d) => `Terms: ${p}% discount within ${e} days, ${d} days net`,
  sentence: (n, d) => `Our invoice ${n} dated ${d}, for goods and services supplied as below.`, thanks: 'Thank you for your custom.',
  columns: { pos: list('#|Line|No'), item: list('Code|Item no.|Part no|SKU|Stock code'), description: list('Description|Details|Particulars|Item description'), quantity: list('Qty|Quantity'), unit: list('Unit|UOM'), price: list('Price|Unit price|Rate|Each|Unit cost'), per: list('Per'), discount: list('Disc %|Disc.|Discount %'), rate: list('VAT %|VAT|VAT rate'), net: list('Amount|Net|Line total|Total|Net amount|Value'), hours: list('Hours|Hrs'), hourly: list('Rate|Hourly rate'), gross: list('Total inc VAT|Gross') },
  itemBelow: 'Item code:', units: list('each|pcs|box|kg|m|set|pack|l'), hour: 'hr', rates: list('20|5|0'), forms: list('Ltd|Limited|LLP|plc'),
  registered: () => `Registered in England no. `, streets: list('Mill Lane|Station Road|Harbour Street|The Old Foundry|Unit 4, Beck Estate|Church Row'), cities: list('Ambleford AB7 2QT|Coldwick CW3 9LP|Marrowby MB1 4FD|Tarnside TS8 6HJ'),
  names: list('Aldermoor Fixings|Birkdale Timber|Cross & Fenwick Supplies|Dunmere Office Products|Eskmill Tooling|Farrowgate Cleaning|Greta Bridge Catering|Hartsop Electrical'),
  goodsNames: list('Oak wedge, tapered|Hex bolt M12 x 80, zinc plated|Copier paper A4 80 gsm|Brass gate valve 1/2 in|Safety gloves, nitrile, size 9|LED floodlight 50 W|Paint, signal red, 2.5 l|Ball bearing 6204-2RS|Teak oil, clear|Toner cartridge, black, high yield|Hydraulic hose assembly, 3/8 in, 1200 mm with swivel ends|Ticket roll, thermal, 80 x 60 mm|Gasket set for vacuum ejector, graphite, complete with studs|Broom head, stiff, 18 in'),
  services: list('Site survey and report|Machine hire, weekly|Window cleaning, station buildings|Boiler inspection, annual|Legal advice on wayleave|Repairs to platform lamp standards|Training day, first aid, up to twelve people|Design of leaflet, two rounds of changes'),
  dateStyles: ['dmy/', 'long', 'short', 'dmy-', 'dmy.'], months: list('January|February|March|April|May|June|July|August|September|October|November|December'), grouping: ',', decimal: '.', signAfter: false,
};

const us: Phrases = {
  ...en, country: 'US', currency: 'USD', sign: '$', rates: list('8.25|0'), forms: list('Inc.|LLC|Corp.|Co.'), dateStyles: ['mdy/', 'long', 'mdy/'],
  number: list('Invoice #|Invoice No.|Invoice number'), tax: list('Sales tax|Tax'), net: list('Subtotal|Net total'), gross: list('Total|Invoice total|Total USD'), taxId: list('Federal Tax ID|EIN|Tax ID'), buyerTaxId: 'Customer tax ID',
  carriage: list('Shipping|Freight|Shipping & handling'), order: list('PO #|PO number|Purchase order|P.O. No.'), columns: { ...en.columns, rate: list('Tax %|Tax'), gross: list('Gross') },
  cities: list('Marlow Falls, OH 43299|Dry Creek, NV 89099|Pinefield, OR 97499'), registered: () => 'Remit to: ', names: list('Bright Canyon Tools|Cedar Hollow Supply|Lakeshore Print Works|Ridgeline Signals'),
};

const de: Phrases = {
  language: 'de', country: 'DE', currency: 'EUR', sign: '€',
  title: list('Rechnung|RECHNUNG'), creditTitle: list('Gutschrift|Rechnungskorrektur'), number: list('Rechnungsnummer|Rechnungs-Nr.|Rechnung Nr.|Beleg-Nr.|RE-Nr.'), date: list('Datum|Rechnungsdatum|Belegdatum'),
  due: list('Fällig am|Zahlbar bis|Fälligkeit|Zahlungsziel'), order: list('Ihre Bestellung|Bestellnummer|Bestell-Nr.|Ihre Bestellnummer|Ihr Auftrag'), customer: list('Kundennummer|Kunden-Nr.|Kd.-Nr.'), delivery: list('Lieferschein|Lieferschein-Nr.'), billTo: list('Rechnungsempfänger|Rechnung an|Rechnungsanschrift'),
  taxId: list('USt-IdNr.|USt-ID|Umsatzsteuer-ID'), buyerTaxId: 'Ihre USt-IdNr.', net: list('Nettobetrag|Summe netto|Zwischensumme|Netto|Gesamt netto'), tax: list('MwSt.|USt.|zzgl. MwSt.|Umsatzsteuer|zzgl. USt'), gross: list('Gesamtbetrag|Rechnungsbetrag|Bruttobetrag|Gesamt brutto|Endbetrag|Summe brutto'),
  goods: list('Warenwert|Summe Positionen'), toPay: list('Zahlbetrag|Zu zahlen|Offener Betrag|Restbetrag'), paid: list('Anzahlung|abzgl. Anzahlung|Bereits gezahlt'), previous: list('Saldovortrag|Vorheriger Saldo'), discount: list('Rabatt|abzgl. Rabatt'), carriage: list('Versandkosten|Fracht|Porto und Verpackung'), carried: 'Übertrag', brought: 'Übertrag',
  page: (n, m) => `Seite ${n} von ${m}`, terms: (d) => `Zahlbar innerhalb von ${d} Tagen ohne Abzug`, earlyTerms: (e, p, d) => `Zahlung: ${e} Tage ${p} % Skonto, ${d} Tage netto`,
  sentence: (n, d) => `für unsere Leistungen berechnen wir Ihnen mit Rechnung Nr. ${n} vom ${d} wie folgt:`, thanks: 'Vielen Dank für Ihren Auftrag.',
  columns: { pos: list('Pos.|Pos'), item: list('Art.-Nr.|Artikelnummer|Artikel-Nr.|Artikel'), description: list('Bezeichnung|Beschreibung|Leistung|Artikelbezeichnung'), quantity: list('Menge|Anzahl'), unit: list('Einheit|ME|Einh.'), price: list('Einzelpreis|E-Preis|Preis|EP|Preis €'), per: list('PE|pro'), discount: list('Rabatt %|Rab. %|Rabatt'), rate: list('MwSt. %|USt. %|MwSt|USt'), net: list('Gesamt|Betrag|Gesamtpreis|Summe|Betrag €|GP'), hours: list('Stunden|Std.'), hourly: list('Stundensatz|Satz'), gross: list('Brutto') },
  itemBelow: 'Art.-Nr.:', units: list('Stk|St.|kg|m|Pack|Karton|l|Satz'), hour: 'Std.', rates: list('19|7'), forms: list('GmbH|AG|GmbH & Co. KG|e.K.|OHG'), registered: () => 'Amtsgericht Talheim HRB ', streets: list('Bahnhofstraße|Am Mühlbach|Industriestraße|Lindenweg|Ringstraße'), cities: list('98123 Talheim|97456 Buchenau|99511 Moorstedt'),
  names: list('Albrecht Schraubenhandel|Birkner Bürotechnik|Cordes Werkzeugbau|Dreesen Reinigung|Eichwald Holz|Fuhrmann Elektro|Grünbach Farben'),
  goodsNames: list('Sechskantschraube M10 × 60, verzinkt|Kopierpapier A4, 80 g/m²|Arbeitshandschuhe Größe 9|Dichtungssatz Graphit, vollständig|Kugellager 6204-2RS|Schmierfett EP2, Kartusche 400 g|Signalfarbe rot, 2,5 l|Kabelbinder 200 mm, schwarz, 100 Stück|LED-Strahler 50 W|Bohrer HSS 8,5 mm|Hydraulikschlauch 3/8", 1200 mm, beidseitig verpresst mit Überwurfmutter|Toner schwarz, hohe Reichweite'),
  services: list('Wartung der Heizungsanlage|Grundreinigung Wagenhalle|Beratung zum Wegerecht|Montage vor Ort|Kesselprüfung, jährlich|Maschinenmiete, wöchentlich|Fahrtkostenpauschale'),
  dateStyles: ['dmy.', 'dmy.', 'long', 'iso'], months: list('Januar|Februar|März|April|Mai|Juni|Juli|August|September|Oktober|November|Dezember'), grouping: '.', decimal: ',', signAfter: true,
};

const fr: Phrases = {
  language: 'fr', country: 'FR', currency: 'EUR', sign: '€',
  title: list('FACTURE|Facture'), creditTitle: list('AVOIR|Avoir|Facture d’avoir'), number: list('Facture n°|N° de facture|Numéro de facture|Facture N°'), date: list('Date|Date de facture|Date d’émission|Émise le'), due: list('Échéance|Date d’échéance|À régler avant le|À payer avant le'),
  order: list('Votre commande|Bon de commande|N° de commande|Réf. commande|Votre commande n°'), customer: list('N° client|Code client|Client n°'), delivery: list('Bon de livraison|BL n°'), billTo: list('Facturé à|Adresse de facturation|Client'), taxId: list('N° TVA|TVA intracommunautaire|N° TVA intracom.'), buyerTaxId: 'Votre n° TVA',
  net: list('Total HT|Montant HT|Sous-total HT|Total hors taxes'), tax: list('TVA|TVA à|Montant TVA'), gross: list('Total TTC|Montant TTC|TOTAL TTC|Total toutes taxes comprises'), goods: list('Total marchandises'), toPay: list('Net à payer|Reste à payer|Montant à payer|Solde à payer'), paid: list('Acompte|Acompte versé|Déjà réglé'), previous: list('Solde antérieur|Ancien solde'), discount: list('Remise'), carriage: list('Frais de port|Port et emballage|Transport'), carried: 'À reporter', brought: 'Report',
  page: (n, m) => `Page ${n} sur ${m}`, terms: (d) => `Paiement à ${d} jours`, earlyTerms: (e, p, d) => `Escompte ${p} % sous ${e} jours, net à ${d} jours`, sentence: (n, d) => `Veuillez trouver ci-dessous notre facture n° ${n} du ${d}.`, thanks: 'Merci de votre confiance.',
  columns: { pos: list('N°|Pos.'), item: list('Réf.|Référence|Code article|Article'), description: list('Désignation|Description|Libellé|Prestation'), quantity: list('Qté|Quantité'), unit: list('Unité|U.'), price: list('P.U. HT|Prix unitaire|PU HT|Prix unitaire HT'), per: list('Par'), discount: list('Remise %|Rem. %'), rate: list('TVA %|TVA|Taux TVA'), net: list('Montant HT|Total HT|Montant|Total'), hours: list('Heures'), hourly: list('Taux horaire|Tarif'), gross: list('Total TTC') },
  itemBelow: 'Réf. :', units: list('pce|u|kg|m|boîte|lot|l|carton'), hour: 'h', rates: list('20|10|5,5'), forms: list('SARL|SAS|SA|EURL'), registered: () => 'RCS Valbrune B ', streets: list('rue des Ateliers|avenue de la Gare|chemin du Moulin|quai Sud'), cities: list('39001 Valbrune|74002 Montferrand|01003 Saint-Aubin'),
  names: list('Ateliers Bruneval|Bois et Charpente Lormier|Carton Plume|Fournitures Desroches|Garance Nettoyage|Mécanique du Haut-Lac'),
  goodsNames: list('Boulon hexagonal M12 × 80, zingué|Papier A4 80 g, ramette|Gants nitrile taille 9|Projecteur LED 50 W|Peinture rouge signal, 2,5 l|Roulement 6204-2RS|Joint graphite pour éjecteur, jeu complet|Cartouche de toner noire, haute capacité|Flexible hydraulique 3/8", 1200 mm, raccords tournants aux deux extrémités|Balai-brosse 45 cm'),
  services: list('Entretien annuel de la chaudière|Nettoyage des vitres|Location de nacelle, semaine|Conseil juridique|Formation premiers secours, journée|Réparation du réverbère'),
  dateStyles: ['dmy/', 'long', 'dmy-', 'dmy.'], months: list('janvier|février|mars|avril|mai|juin|juillet|août|septembre|octobre|novembre|décembre'), grouping: ' ', decimal: ',', signAfter: true,
};

const nl: Phrases = {
  language: 'nl', country: 'NL', currency: 'EUR', sign: '€',
  title: list('FACTUUR|Factuur'), creditTitle: list('CREDITNOTA|Creditfactuur'), number: list('Factuurnummer|Factuurnr.|Factuur nr.'), date: list('Factuurdatum|Datum'), due: list('Vervaldatum|Betalen voor|Uiterste betaaldatum|Te betalen voor'), order: list('Uw ordernummer|Inkooporder|Uw bestelling|Uw order|Uw referentie'), customer: list('Klantnummer|Debiteurnummer|Debiteurnr.'), delivery: list('Pakbon|Pakbonnummer'), billTo: list('Factuur aan|Factuuradres'), taxId: list('BTW-nummer|Btw-nr.|BTW nr.'), buyerTaxId: 'Uw btw-nummer',
  net: list('Totaal excl. btw|Subtotaal|Netto|Bedrag excl. btw'), tax: list('BTW|Btw|btw hoog'), gross: list('Totaal incl. btw|Totaal|Factuurbedrag|Totaalbedrag'), goods: list('Goederen totaal'), toPay: list('Te betalen|Te voldoen|Openstaand bedrag'), paid: list('Aanbetaling|Reeds voldaan|Voorschot'), previous: list('Vorig saldo'), discount: list('Korting'), carriage: list('Verzendkosten|Vrachtkosten|Bezorgkosten'), carried: 'Transporteren', brought: 'Transport',
  page: (n, m) => `Pagina ${n} van ${m}`, terms: (d) => `Betaling binnen ${d} dagen`, earlyTerms: (e, p, d) => `Betaling binnen ${e} dagen ${p}% korting, ${d} dagen netto`, sentence: (n, d) => `Hierbij ontvangt u onze factuur ${n} d.d. ${d}.`, thanks: 'Hartelijk dank voor uw opdracht.',
  columns: { pos: list('Nr.|Regel'), item: list('Artikelnr.|Artikel|Art.nr.'), description: list('Omschrijving|Beschrijving'), quantity: list('Aantal|Hoeveelheid'), unit: list('Eenheid|Eenh.'), price: list('Prijs|Stukprijs|Tarief|Prijs per stuk'), per: list('Per'), discount: list('Korting %|Krt. %'), rate: list('BTW %|Btw|Btw %'), net: list('Bedrag|Totaal|Netto bedrag'), hours: list('Uren'), hourly: list('Uurtarief|Tarief'), gross: list('Incl. btw') },
  itemBelow: 'Artikelnr.:', units: list('st|stuks|kg|m|doos|set|l|rol'), hour: 'uur', rates: list('21|9'), forms: list('B.V.|BV|V.O.F.'), registered: () => 'KvK ', streets: list('Stationsweg|Molendijk|Industrieweg|Havenkade'), cities: list('9911 AB Veendam-Oost|8765 KL Tolhuis|7654 MN Rietmeer'),
  names: list('Van Aarle Gereedschap|De Brink Kantoor|Hoogland Schilders|Kuiper Bevestiging|Meerstad Schoonmaak'),
  goodsNames: list('Zeskantbout M12 × 80, verzinkt|Kopieerpapier A4 80 gram|Werkhandschoenen maat 9|LED-straler 50 W|Verf signaalrood, 2,5 l|Kogellager 6204-2RS|Pakkingset grafiet, compleet met tapeinden|Toner zwart, hoge capaciteit|Hydrauliekslang 3/8", 1200 mm met wartels|Bezem 45 cm'),
  services: list('Jaarlijks onderhoud ketel|Glasbewassing stations|Huur hoogwerker per week|Juridisch advies|Cursus EHBO, een dag|Voorrijkosten'),
  dateStyles: ['dmy-', 'long', 'dmy/', 'dmy.'], months: list('januari|februari|maart|april|mei|juni|juli|augustus|september|oktober|november|december'), grouping: '.', decimal: ',', signAfter: false,
};

const es: Phrases = {
  language: 'es', country: 'ES', currency: 'EUR', sign: '€',
  title: list('FACTURA|Factura'), creditTitle: list('FACTURA RECTIFICATIVA|Abono'), number: list('Factura n.º|Número de factura|Nº factura|Factura núm.'), date: list('Fecha|Fecha de factura|Fecha de emisión|Fecha factura'), due: list('Vencimiento|Fecha de vencimiento|Pagar antes del'), order: list('Su pedido|Pedido n.º|Nº de pedido|Número de pedido'), customer: list('Nº cliente|Código cliente|Cliente n.º'), delivery: list('Albarán|Albarán n.º'), billTo: list('Facturar a|Datos del cliente'), taxId: list('NIF|CIF|NIF/IVA'), buyerTaxId: 'NIF cliente',
  net: list('Base imponible|Subtotal|Importe neto|Total sin IVA'), tax: list('IVA|Cuota IVA|I.V.A.'), gross: list('Total factura|Total|Importe total|Total con IVA'), goods: list('Suma de artículos'), toPay: list('Total a pagar|Importe pendiente|A pagar'), paid: list('Anticipo|Pagado a cuenta|Entrega a cuenta'), previous: list('Saldo anterior'), discount: list('Descuento'), carriage: list('Portes|Gastos de envío|Transporte'), carried: 'Suma y sigue', brought: 'Suma anterior',
  page: (n, m) => `Página ${n} de ${m}`, terms: (d) => `Forma de pago: ${d} días`, earlyTerms: (e, p, d) => `Pago a ${d} días; descuento del ${p} % por pago en ${e} días`, sentence: (n, d) => `Adjuntamos nuestra factura n.º ${n} de fecha ${d}.`, thanks: 'Gracias por su confianza.',
  columns: { pos: list('Pos.|Lín.'), item: list('Código|Referencia|Ref.|Artículo'), description: list('Descripción|Concepto|Detalle'), quantity: list('Cantidad|Cant.'), unit: list('Ud.|Unidad'), price: list('Precio|Precio unitario|Precio ud.'), per: list('Por'), discount: list('Dto. %|% Dto.|Dto.'), rate: list('IVA %|IVA|% IVA'), net: list('Importe|Total|Importe neto'), hours: list('Horas'), hourly: list('Precio hora|Tarifa'), gross: list('Total con IVA') },
  itemBelow: 'Ref.:', units: list('ud|uds|kg|m|caja|juego|l|rollo'), hour: 'h', rates: list('21|10'), forms: list('S.L.|S.A.|S.L.U.'), registered: () => 'Registro Mercantil hoja TE-', streets: list('Calle del Molino|Avenida de la Estación|Camino Real|Polígono Sur, nave'), cities: list('44001 Valdemora|50002 Robledal|22003 Peñablanca'),
  names: list('Ferretería Aldana|Carpintería Robledo|Limpiezas Monteluz|Suministros Peralta|Papelería Olmedo'),
  goodsNames: list('Tornillo hexagonal M12 × 80, cincado|Papel A4 80 g, paquete|Guantes de nitrilo talla 9|Foco LED 50 W|Pintura rojo señal, 2,5 l|Rodamiento 6204-2RS|Juego de juntas de grafito, completo|Tóner negro, alta capacidad|Manguera hidráulica 3/8", 1200 mm, con racores giratorios|Escoba 45 cm'),
  services: list('Mantenimiento anual de la caldera|Limpieza de cristales|Alquiler de plataforma, semana|Asesoría jurídica|Curso de primeros auxilios|Desplazamiento'),
  dateStyles: ['dmy/', 'long', 'dmy-'], months: list('enero|febrero|marzo|abril|mayo|junio|julio|agosto|septiembre|octubre|noviembre|diciembre'), grouping: '.', decimal: ',', signAfter: true,
};

const it: Phrases = {
  language: 'it', country: 'IT', currency: 'EUR', sign: '€',
  title: list('FATTURA|Fattura'), creditTitle: list('NOTA DI CREDITO|Nota di credito'), number: list('Fattura n.|Numero fattura|Fattura nr.|N. fattura'), date: list('Data|Data fattura|Data documento|Del'), due: list('Scadenza|Data scadenza|Da pagare entro il'), order: list('Vs. ordine|Ordine n.|Vostro ordine n.|Rif. ordine'), customer: list('Codice cliente|Cod. cliente|Cliente n.'), delivery: list('DDT n.|Documento di trasporto'), billTo: list('Spett.le|Fatturare a|Destinatario'), taxId: list('P. IVA|Partita IVA|P.IVA'), buyerTaxId: 'P. IVA cliente',
  net: list('Imponibile|Totale imponibile|Totale netto'), tax: list('IVA|Imposta|Totale IVA'), gross: list('Totale fattura|Totale documento|Totale'), goods: list('Totale merce'), toPay: list('Netto a pagare|Totale da pagare|Da pagare'), paid: list('Acconto|Acconto versato|Già pagato'), previous: list('Saldo precedente'), discount: list('Sconto'), carriage: list('Spese di trasporto|Trasporto|Spese di spedizione'), carried: 'A riportare', brought: 'Riporto',
  page: (n, m) => `Pagina ${n} di ${m}`, terms: (d) => `Pagamento: ${d} giorni data fattura`, earlyTerms: (e, p, d) => `Pagamento a ${d} giorni; sconto ${p}% entro ${e} giorni`, sentence: (n, d) => `Vi trasmettiamo la nostra fattura n. ${n} del ${d}.`, thanks: 'Grazie per la fiducia.',
  columns: { pos: list('Riga|N.'), item: list('Codice|Articolo|Cod. art.'), description: list('Descrizione|Descrizione articolo'), quantity: list('Q.tà|Quantità'), unit: list('U.M.|UM'), price: list('Prezzo|Prezzo unit.|Prezzo unitario'), per: list('Per'), discount: list('Sconto %|Sc. %'), rate: list('IVA %|IVA|% IVA'), net: list('Importo|Totale|Importo netto'), hours: list('Ore'), hourly: list('Tariffa|Costo orario'), gross: list('Totale ivato') },
  itemBelow: 'Codice:', units: list('pz|nr|kg|m|scatola|set|l|rotolo'), hour: 'h', rates: list('22|10|4'), forms: list('S.r.l.|S.p.A.|S.n.c.'), registered: () => 'REA VD-', streets: list('Via Roma|Via della Stazione|Viale dei Mulini|Piazza Nuova'), cities: list('12001 Valdoria (VD)|10002 Monteluce (MT)|28003 Borgolago (BL)'),
  names: list('Ferramenta Bellardi|Cartotecnica Lombardo|Officine Marchetto|Pulizie Serenella|Vernici Alpine'),
  goodsNames: list('Vite esagonale M12 × 80, zincata|Carta A4 80 g, risma|Guanti nitrile taglia 9|Faro LED 50 W|Vernice rosso segnale, 2,5 l|Cuscinetto 6204-2RS|Serie guarnizioni in grafite, completa|Toner nero, alta capacità|Tubo idraulico 3/8", 1200 mm con raccordi girevoli|Scopa 45 cm'),
  services: list('Manutenzione annuale caldaia|Pulizia vetri stazioni|Noleggio piattaforma, settimana|Consulenza legale|Corso di primo soccorso|Diritto di chiamata'),
  dateStyles: ['dmy/', 'long', 'dmy-'], months: list('gennaio|febbraio|marzo|aprile|maggio|giugno|luglio|agosto|settembre|ottobre|novembre|dicembre'), grouping: '.', decimal: ',', signAfter: false,
};

const sv: Phrases = {
  language: 'sv', country: 'SE', currency: 'SEK', sign: 'kr',
  title: list('FAKTURA|Faktura'), creditTitle: list('KREDITFAKTURA|Kreditfaktura'), number: list('Fakturanummer|Fakturanr|Faktura nr'), date: list('Fakturadatum|Datum'), due: list('Förfallodatum|Förfallodag|Betalas senast'), order: list('Ert ordernummer|Er order|Inköpsorder|Ert ordernr'), customer: list('Kundnummer|Kundnr'), delivery: list('Följesedel'), billTo: list('Faktureringsadress|Fakturaadress|Kund'), taxId: list('Momsreg.nr|VAT-nr|Momsregistreringsnummer'), buyerTaxId: 'Ert VAT-nr',
  net: list('Summa exkl. moms|Netto|Belopp exkl. moms'), tax: list('Moms|Moms'), gross: list('Totalt inkl. moms|Summa inkl. moms|Totalt'), goods: list('Summa varor'), toPay: list('Att betala|Summa att betala'), paid: list('Betalt|Förskott'), previous: list('Tidigare saldo'), discount: list('Rabatt'), carriage: list('Frakt|Fraktkostnad'), carried: 'Transport', brought: 'Transport',
  page: (n, m) => `Sida ${n} av ${m}`, terms: (d) => `Betalningsvillkor: ${d} dagar netto`, earlyTerms: (e, p, d) => `Betalningsvillkor: ${e} dagar ${p} % rabatt, ${d} dagar netto`, sentence: (n, d) => `Härmed översänder vi vår faktura nr ${n} av den ${d}.`, thanks: 'Tack för ert köp.',
  columns: { pos: list('Rad'), item: list('Artikelnr|Art.nr|Artikel'), description: list('Benämning|Beskrivning'), quantity: list('Antal'), unit: list('Enhet'), price: list('À-pris|Pris|Styckpris'), per: list('Per'), discount: list('Rabatt %'), rate: list('Moms %|Moms'), net: list('Belopp|Summa|Totalt'), hours: list('Timmar'), hourly: list('Timpris|Pris'), gross: list('Inkl. moms') },
  itemBelow: 'Art.nr:', units: list('st|kg|m|paket|sats|l|rulle'), hour: 'tim', rates: list('25|12|6'), forms: list('AB|HB'), registered: () => 'Org.nr ', streets: list('Stationsgatan|Kvarnvägen|Industrigatan'), cities: list('831 99 Fjällnäs|792 98 Dalviken'),
  names: list('Bergström Fästteknik|Dalby Kontor|Fjällviks Trä|Norrby Städ'),
  goodsNames: list('Sexkantskruv M12 × 80, förzinkad|Kopieringspapper A4 80 g|Arbetshandskar storlek 9|LED-strålkastare 50 W|Signalfärg röd, 2,5 l|Kullager 6204-2RS|Packningssats grafit, komplett|Toner svart, hög kapacitet|Hydraulslang 3/8", 1200 mm med svivel'),
  services: list('Årlig pannbesiktning|Fönsterputs stationer|Hyra av skylift, vecka|Juridisk rådgivning|Utbildning första hjälpen|Resekostnad'),
  dateStyles: ['iso', 'iso', 'long'], months: list('januari|februari|mars|april|maj|juni|juli|augusti|september|oktober|november|december'), grouping: ' ', decimal: ',', signAfter: true,
};

const pl: Phrases = {
  language: 'pl', country: 'PL', currency: 'PLN', sign: 'zł',
  title: list('FAKTURA VAT|Faktura VAT|Faktura'), creditTitle: list('FAKTURA KORYGUJĄCA|Faktura korygująca'), number: list('Faktura nr|Numer faktury|Nr faktury'), date: list('Data wystawienia|Data faktury'), due: list('Termin płatności|Płatne do'), order: list('Zamówienie nr|Nr zamówienia|Państwa zamówienie'), customer: list('Nr klienta|Numer klienta'), delivery: list('WZ nr'), billTo: list('Nabywca'), taxId: list('NIP'), buyerTaxId: 'NIP nabywcy',
  net: list('Razem netto|Wartość netto|Netto'), tax: list('VAT|Kwota VAT|Podatek VAT'), gross: list('Razem brutto|Wartość brutto|Razem'), goods: list('Suma pozycji'), toPay: list('Do zapłaty|Razem do zapłaty|Pozostało do zapłaty'), paid: list('Zapłacono|Zaliczka'), previous: list('Poprzednie saldo'), discount: list('Rabat'), carriage: list('Transport|Koszt wysyłki'), carried: 'Do przeniesienia', brought: 'Z przeniesienia',
  page: (n, m) => `Strona ${n} z ${m}`, terms: (d) => `Płatność: ${d} dni`, earlyTerms: (e, p, d) => `Płatność: ${d} dni; rabat ${p} % przy zapłacie w ciągu ${e} dni`, sentence: (n, d) => `Przesyłamy naszą fakturę nr ${n} z dnia ${d}.`, thanks: 'Dziękujemy za współpracę.',
  columns: { pos: list('Lp.'), item: list('Indeks|Kod'), description: list('Nazwa towaru|Nazwa|Opis'), quantity: list('Ilość'), unit: list('J.m.|JM'), price: list('Cena netto|Cena jedn.|Cena'), per: list('Za'), discount: list('Rabat %'), rate: list('VAT %|Stawka VAT|VAT'), net: list('Wartość netto|Netto|Wartość'), hours: list('Godziny'), hourly: list('Stawka'), gross: list('Wartość brutto') },
  itemBelow: 'Indeks:', units: list('szt.|kg|m|op.|kpl.|l'), hour: 'godz.', rates: list('23|8|5'), forms: list('Sp. z o.o.|S.A.'), registered: () => 'KRS ', streets: list('ul. Kolejowa|ul. Młyńska|ul. Fabryczna'), cities: list('34-999 Górnik|58-998 Leśna Dolina'),
  names: list('Bielik Narzędzia|Dąbrowa Drewno|Karpacz Biuro|Sokół Serwis'),
  goodsNames: list('Śruba sześciokątna M12 × 80, ocynkowana|Papier A4 80 g, ryza|Rękawice nitrylowe rozmiar 9|Naświetlacz LED 50 W|Farba czerwona sygnałowa, 2,5 l|Łożysko 6204-2RS|Komplet uszczelek grafitowych|Toner czarny, wysoka wydajność|Wąż hydrauliczny 3/8", 1200 mm ze złączami'),
  services: list('Przegląd roczny kotła|Mycie okien na stacjach|Wynajem podnośnika, tydzień|Porada prawna|Szkolenie pierwszej pomocy|Dojazd'),
  dateStyles: ['dmy.', 'iso', 'dmy-', 'long'], months: list('stycznia|lutego|marca|kwietnia|maja|czerwca|lipca|sierpnia|września|października|listopada|grudnia'), grouping: ' ', decimal: ',', signAfter: true,
};

/** All countries that documents are drawn for. */
export const PHRASES: readonly Phrases[] = [en, us, de, fr, nl, es, it, sv, pl];
