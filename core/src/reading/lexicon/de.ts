import type { Lexicon } from './lexicon.js';

export const de: Lexicon = {
  "language": "de",
  "labels": {
    "invoiceNumber": [
      "rechnungsnummer",
      "rechnungs nr",
      "rechnung nr",
      "rechnungsnr",
      "rechnung",
      "beleg nr",
      "belegnummer",
      "gutschrift nr",
      "gutschriftsnummer",
      "gutschrift",
      "re nr",
      "gutschrifts nr",
      "dokument nr"
    ],
    "issueDate": [
      "rechnungsdatum",
      "datum",
      "belegdatum",
      "ausstellungsdatum",
      "gutschriftsdatum",
      "den",
      "rechnung vom"
    ],
    "dueDate": [
      "fällig am",
      "fälligkeit",
      "fälligkeitsdatum",
      "zahlbar bis",
      "bis zum",
      "zahlungsziel",
      "zu zahlen bis",
      "fällig"
    ],
    "orderReference": [
      "ihre bestellung",
      "ihre bestellnummer",
      "ihre bestell nr",
      "bestellnummer",
      "bestell nr",
      "bestellung",
      "bestellung nr",
      "ihre bestellung nr",
      "ihr auftrag",
      "ihre referenz",
      "ihr zeichen",
      "ihre auftragsnummer",
      "ihrer bestellung",
      "ihrer bestellnummer"
    ],
    "sellerTaxId": [
      "ust idnr",
      "ust id nr",
      "ust id",
      "umsatzsteuer id",
      "umsatzsteuer identifikationsnummer",
      "uid",
      "steuernummer",
      "steuer nr"
    ],
    "netTotal": [
      "nettobetrag",
      "netto gesamt",
      "summe netto",
      "gesamt netto",
      "zwischensumme netto",
      "nettosumme",
      "netto",
      "warenwert netto",
      "zwischensumme",
      "gesamtbetrag netto",
      "rechnungsbetrag netto"
    ],
    "taxTotal": [
      "mwst",
      "mehrwertsteuer",
      "umsatzsteuer",
      "ust",
      "zuzüglich mehrwertsteuer",
      "zzgl mwst",
      "zzgl ust",
      "zuzüglich",
      "steuerbetrag",
      "summe mwst",
      "summe ust",
      "mwst gesamt"
    ],
    "grossTotal": [
      "rechnungsbetrag",
      "endbetrag",
      "gesamtbetrag",
      "gesamtsumme",
      "bruttobetrag",
      "gesamt brutto",
      "summe brutto",
      "rechnungssumme",
      "gutschriftbetrag",
      "gutschriftsbetrag",
      "gesamt",
      "summe",
      "brutto",
      "gesamtbetrag brutto"
    ],
    "amountDue": [
      "zahlbetrag",
      "zu zahlen",
      "offener betrag",
      "noch zu zahlen",
      "zu zahlender betrag",
      "restbetrag",
      "fälliger betrag"
    ],
    "paid": [
      "anzahlung",
      "abzüglich anzahlung",
      "bereits gezahlt",
      "bereits bezahlt",
      "erhaltene anzahlung"
    ],
    "previousBalance": [
      "saldovortrag",
      "vorheriger saldo",
      "offener saldo"
    ],
    "goodsTotal": [
      "warenwert",
      "summe positionen",
      "summe der positionen"
    ],
    "documentDiscount": [
      "rabatt",
      "nachlass",
      "abzüglich rabatt"
    ],
    "carriage": [
      "fracht",
      "frachtkosten",
      "versand",
      "versandkosten",
      "porto",
      "transportkosten",
      "verpackung",
      "versand und verpackung"
    ],
    "terms": [
      "zahlungsbedingungen",
      "zahlungsziel",
      "zahlungsbedingung",
      "zahlbar"
    ],
    "buyer": [
      "rechnungsempfänger",
      "rechnung an",
      "rechnungsadresse",
      "kunde",
      "rechnungsanschrift",
      "an"
    ],
    "shipTo": [
      "lieferadresse",
      "lieferanschrift",
      "lieferung an",
      "versand an"
    ],
    "seller": [
      "von",
      "lieferant",
      "verkäufer"
    ],
    "payTo": [
      "bankverbindung",
      "bank",
      "zahlung an"
    ],
    "other": [
      "kunden nr",
      "kundennummer",
      "kd nr",
      "auftrags nr",
      "auftragsnummer",
      "auftrag",
      "lieferschein nr",
      "lieferschein",
      "lieferdatum",
      "leistungsdatum",
      "leistungszeitraum",
      "liefertermin",
      "ihre ust idnr",
      "ihre ust id nr",
      "hrb",
      "handelsregister",
      "blz",
      "bic",
      "telefon",
      "tel",
      "fax",
      "seite",
      "steueraufstellung",
      "zu rechnung",
      "zur rechnung",
      "rechnung vom",
      "ursprüngliche rechnung",
      "originalrechnung",
      "bezug rechnung",
      "sachbearbeiter",
      "skonto",
      "grund",
      "bestelldatum",
      "vertrag nr",
      "projekt",
      "bauvorhaben",
      "kommission",
      "baustelle"
    ]
  },
  "columns": {
    "position": [
      "pos",
      "nr",
      "lfd nr"
    ],
    "itemNumber": [
      "art nr",
      "artikel nr",
      "artikelnummer",
      "artikel",
      "artikelnr",
      "best nr"
    ],
    "description": [
      "bezeichnung",
      "beschreibung",
      "leistung",
      "artikelbezeichnung",
      "text",
      "artikel",
      "position"
    ],
    "quantity": [
      "menge",
      "anzahl",
      "stunden",
      "stück"
    ],
    "unit": [
      "einheit",
      "eh",
      "me",
      "einh"
    ],
    "unitPrice": [
      "preis",
      "einzelpreis",
      "e preis",
      "stückpreis",
      "ep",
      "preis eur",
      "einzelpreis eur",
      "preis €",
      "einzelpreis €",
      "satz"
    ],
    "per": [
      "pe",
      "je",
      "preiseinheit"
    ],
    "discount": [
      "rabatt",
      "rabatt %",
      "rab %",
      "rab",
      "nachlass"
    ],
    "netAmount": [
      "betrag",
      "gesamt",
      "gesamtpreis",
      "betrag eur",
      "netto",
      "summe",
      "gp",
      "betrag €",
      "gesamt eur",
      "gesamt €",
      "nettobetrag"
    ],
    "grossAmount": [
      "brutto",
      "bruttobetrag"
    ],
    "taxRate": [
      "mwst",
      "mwst %",
      "ust",
      "st",
      "ust %",
      "steuer",
      "steuersatz",
      "st satz",
      "kz"
    ],
    "taxAmount": [
      "steuerbetrag",
      "mwst betrag"
    ]
  },
  "kinds": {
    "credit-note": [
      "gutschrift",
      "rechnungskorrektur",
      "stornorechnung",
      "storno"
    ],
    "statement": [
      "kontoauszug",
      "saldenbestätigung",
      "offene posten"
    ],
    "reminder": [
      "mahnung",
      "zahlungserinnerung",
      "erinnerung"
    ],
    "delivery-note": [
      "lieferschein",
      "packliste"
    ],
    "invoice": [
      "rechnung"
    ]
  },
  "words": {
    "carriedForward": [
      "übertrag",
      "zwischensumme seite"
    ],
    "termsDays": [
      "{n} tage netto",
      "innerhalb von {n} tagen",
      "{n} tage",
      "binnen {n} tagen",
      "zahlbar in {n} tagen"
    ],
    "dueSentence": [
      "bis zum",
      "bis"
    ],
    "perHundred": {
      "per 100": 100,
      "je 100": 100,
      "‰": 1000
    },
    "page": [
      "seite {n} von {m}"
    ]
  }
};
