import type { Lexicon } from './lexicon.js';

export const sv: Lexicon = {
  "language": "sv",
  "labels": {
    "invoiceNumber": [
      "fakturanummer",
      "faktura nr",
      "fakturanr",
      "faktura",
      "kreditfaktura nr",
      "kreditnota"
    ],
    "issueDate": [
      "fakturadatum",
      "datum",
      "utfärdad"
    ],
    "dueDate": [
      "förfallodatum",
      "förfallodag",
      "betala senast",
      "oss tillhanda senast"
    ],
    "orderReference": [
      "ert ordernummer",
      "er order",
      "ert ordernr",
      "inköpsorder",
      "er referens",
      "beställningsnummer"
    ],
    "sellerTaxId": [
      "momsreg nr",
      "momsregistreringsnummer",
      "vat nr",
      "moms nr"
    ],
    "netTotal": [
      "netto",
      "summa exkl moms",
      "belopp exkl moms",
      "totalt exkl moms"
    ],
    "taxTotal": [
      "moms",
      "summa moms",
      "momsbelopp"
    ],
    "grossTotal": [
      "totalt inkl moms",
      "summa inkl moms",
      "fakturabelopp",
      "totalt",
      "totalbelopp"
    ],
    "amountDue": [
      "att betala",
      "summa att betala",
      "belopp att betala"
    ],
    "paid": [
      "betalt",
      "förskott",
      "a conto"
    ],
    "previousBalance": [
      "tidigare saldo"
    ],
    "goodsTotal": [
      "summa varor"
    ],
    "documentDiscount": [
      "rabatt"
    ],
    "carriage": [
      "frakt",
      "fraktkostnad"
    ],
    "terms": [
      "betalningsvillkor"
    ],
    "buyer": [
      "fakturaadress",
      "kund",
      "faktureras till"
    ],
    "shipTo": [
      "leveransadress"
    ],
    "seller": [
      "från",
      "leverantör",
      "säljare"
    ],
    "payTo": [
      "bank",
      "bankgiro",
      "plusgiro"
    ],
    "other": [
      "kundnummer",
      "kundnr",
      "leveransdatum",
      "följesedel",
      "ordernummer",
      "vår referens",
      "org nr",
      "organisationsnummer",
      "bic",
      "tel",
      "sida",
      "period"
    ]
  },
  "columns": {
    "position": [
      "rad"
    ],
    "itemNumber": [
      "artikelnr",
      "artikel",
      "art nr"
    ],
    "description": [
      "benämning",
      "beskrivning"
    ],
    "quantity": [
      "antal",
      "timmar"
    ],
    "unit": [
      "enhet"
    ],
    "unitPrice": [
      "a pris",
      "à pris",
      "pris",
      "styckpris"
    ],
    "per": [
      "per"
    ],
    "discount": [
      "rabatt",
      "rabatt %"
    ],
    "netAmount": [
      "belopp",
      "summa",
      "totalt"
    ],
    "grossAmount": [
      "inkl moms"
    ],
    "taxRate": [
      "moms",
      "moms %"
    ],
    "taxAmount": [
      "momsbelopp"
    ]
  },
  "kinds": {
    "credit-note": [
      "kreditfaktura",
      "kreditnota"
    ],
    "statement": [
      "kontoutdrag"
    ],
    "reminder": [
      "påminnelse",
      "betalningspåminnelse"
    ],
    "delivery-note": [
      "följesedel"
    ],
    "invoice": [
      "faktura"
    ]
  },
  "words": {
    "carriedForward": [
      "transport"
    ],
    "termsDays": [
      "{n} dagar netto",
      "{n} dagar"
    ],
    "dueSentence": [
      "senast"
    ],
    "perHundred": {
      "per 100": 100
    },
    "page": [
      "sida {n} av {m}"
    ]
  }
};
