import type { Lexicon } from './lexicon.js';

export const nl: Lexicon = {
  "language": "nl",
  "labels": {
    "invoiceNumber": [
      "factuurnummer",
      "factuurnr",
      "factuur nr",
      "factuur nummer",
      "factuur",
      "creditnota nr",
      "creditnotanummer",
      "creditnota",
      "creditfactuur",
      "nota nummer",
      "rekeningnummer factuur"
    ],
    "issueDate": [
      "factuurdatum",
      "datum",
      "datum factuur",
      "creditdatum",
      "datum nota"
    ],
    "dueDate": [
      "vervaldatum",
      "uiterlijk",
      "te betalen voor",
      "betalen voor",
      "uiterste betaaldatum",
      "vervalt op",
      "te voldoen voor"
    ],
    "orderReference": [
      "uw referentie / po",
      "uw referentie",
      "uw bestelnummer",
      "bestelnummer",
      "uw order",
      "ordernummer klant",
      "inkoopordernummer",
      "uw ordernummer",
      "po nummer",
      "uw bestelling",
      "inkooporder",
      "bestelling"
    ],
    "sellerTaxId": [
      "btw nummer",
      "btw nr",
      "btw id",
      "btw identificatienummer"
    ],
    "netTotal": [
      "totaal excl btw",
      "totaal exclusief btw",
      "subtotaal",
      "netto",
      "nettobedrag",
      "bedrag excl btw",
      "subtotaal excl btw"
    ],
    "taxTotal": [
      "totaal btw",
      "btw",
      "btw bedrag"
    ],
    "grossTotal": [
      "totaal incl btw",
      "totaal inclusief btw",
      "factuurbedrag",
      "totaalbedrag",
      "totaal factuur",
      "totaal"
    ],
    "amountDue": [
      "te betalen",
      "te voldoen",
      "nog te betalen",
      "openstaand bedrag",
      "te betalen bedrag"
    ],
    "paid": [
      "aanbetaling",
      "reeds betaald",
      "vooruitbetaald",
      "al betaald",
      "af: aanbetaling"
    ],
    "previousBalance": [
      "vorig saldo",
      "openstaand saldo"
    ],
    "goodsTotal": [
      "totaal goederen",
      "totaal artikelen",
      "totaal regels"
    ],
    "documentDiscount": [
      "korting"
    ],
    "carriage": [
      "vracht",
      "verzendkosten",
      "transport",
      "transportkosten",
      "vrachtkosten",
      "bezorgkosten"
    ],
    "terms": [
      "betaaltermijn",
      "betalingstermijn",
      "betalingsconditie",
      "betalingsvoorwaarden"
    ],
    "buyer": [
      "factuuradres",
      "voor",
      "aan",
      "klant",
      "factuur aan",
      "debiteur"
    ],
    "shipTo": [
      "afleveradres",
      "leveradres",
      "geleverd aan"
    ],
    "seller": [
      "van",
      "leverancier"
    ],
    "payTo": [
      "betaling aan",
      "bank",
      "bankgegevens"
    ],
    "other": [
      "klantnr",
      "klantnummer",
      "debiteurnummer",
      "contractnummer",
      "huurcontract",
      "pakbon",
      "pakbonnummer",
      "leverdatum",
      "ordernummer",
      "order nr",
      "onze referentie",
      "kvk",
      "bic",
      "tel",
      "telefoon",
      "pagina",
      "uw btw nummer",
      "uw btw nr",
      "periode",
      "reden",
      "oorspronkelijke factuur",
      "betreft factuur",
      "op factuur",
      "project",
      "werk"
    ]
  },
  "columns": {
    "position": [
      "pos",
      "regel"
    ],
    "itemNumber": [
      "nr",
      "artikel",
      "artikelnummer",
      "art nr",
      "code",
      "artikelnr"
    ],
    "description": [
      "omschrijving",
      "beschrijving",
      "artikel",
      "dienst"
    ],
    "quantity": [
      "aantal",
      "uren",
      "hoeveelheid"
    ],
    "unit": [
      "eenheid",
      "eenh"
    ],
    "unitPrice": [
      "tarief",
      "prijs",
      "stukprijs",
      "prijs per stuk",
      "eenheidsprijs",
      "prijs €",
      "tarief €"
    ],
    "per": [
      "per"
    ],
    "discount": [
      "korting %",
      "korting",
      "krt %"
    ],
    "netAmount": [
      "totaal",
      "bedrag",
      "bedrag €",
      "totaal €",
      "netto"
    ],
    "grossAmount": [
      "incl btw",
      "bedrag incl"
    ],
    "taxRate": [
      "btw %",
      "btw",
      "btw tarief"
    ],
    "taxAmount": [
      "btw bedrag"
    ]
  },
  "kinds": {
    "credit-note": [
      "creditnota",
      "creditfactuur"
    ],
    "statement": [
      "rekeningoverzicht",
      "openstaande posten"
    ],
    "reminder": [
      "aanmaning",
      "betalingsherinnering",
      "herinnering"
    ],
    "delivery-note": [
      "pakbon",
      "leverbon",
      "vrachtbrief",
      "afleverbon"
    ],
    "invoice": [
      "factuur"
    ]
  },
  "words": {
    "carriedForward": [
      "transport",
      "over te brengen",
      "saldo vorige pagina"
    ],
    "termsDays": [
      "binnen {n} dagen",
      "{n} dagen netto",
      "{n} dagen"
    ],
    "dueSentence": [
      "uiterlijk",
      "vóór",
      "voor"
    ],
    "perHundred": {
      "per 100": 100
    },
    "page": [
      "pagina {n} van {m}"
    ]
  }
};
