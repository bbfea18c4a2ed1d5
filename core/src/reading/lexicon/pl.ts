import type { Lexicon } from './lexicon.js';

export const pl: Lexicon = {
  "language": "pl",
  "labels": {
    "invoiceNumber": [
      "faktura nr",
      "numer faktury",
      "faktura vat nr",
      "faktura",
      "faktura vat",
      "faktura korygująca nr"
    ],
    "issueDate": [
      "data wystawienia",
      "data faktury",
      "wystawiono dnia"
    ],
    "dueDate": [
      "termin płatności",
      "płatne do",
      "zapłata do"
    ],
    "orderReference": [
      "numer zamówienia",
      "zamówienie nr",
      "nr zamówienia",
      "państwa zamówienie"
    ],
    "sellerTaxId": [
      "nip",
      "nip ue"
    ],
    "netTotal": [
      "wartość netto",
      "razem netto",
      "suma netto",
      "kwota netto"
    ],
    "taxTotal": [
      "kwota vat",
      "razem vat",
      "vat",
      "podatek vat"
    ],
    "grossTotal": [
      "wartość brutto",
      "razem brutto",
      "suma brutto",
      "kwota brutto",
      "razem"
    ],
    "amountDue": [
      "do zapłaty",
      "pozostało do zapłaty",
      "razem do zapłaty"
    ],
    "paid": [
      "zapłacono",
      "zaliczka"
    ],
    "previousBalance": [
      "saldo poprzednie"
    ],
    "goodsTotal": [
      "suma pozycji"
    ],
    "documentDiscount": [
      "rabat"
    ],
    "carriage": [
      "transport",
      "koszt dostawy",
      "przesyłka"
    ],
    "terms": [
      "warunki płatności"
    ],
    "buyer": [
      "nabywca",
      "odbiorca",
      "klient"
    ],
    "shipTo": [
      "adres dostawy"
    ],
    "seller": [
      "sprzedawca",
      "wystawca"
    ],
    "payTo": [
      "bank",
      "numer konta",
      "nr konta"
    ],
    "other": [
      "data sprzedaży",
      "data dostawy",
      "nr klienta",
      "wz",
      "regon",
      "krs",
      "bic",
      "tel",
      "strona",
      "nip nabywcy"
    ]
  },
  "columns": {
    "position": [
      "lp",
      "l p"
    ],
    "itemNumber": [
      "kod",
      "indeks",
      "symbol"
    ],
    "description": [
      "nazwa",
      "nazwa towaru",
      "nazwa towaru lub usługi",
      "opis"
    ],
    "quantity": [
      "ilość",
      "godziny"
    ],
    "unit": [
      "jm",
      "j m"
    ],
    "unitPrice": [
      "cena netto",
      "cena",
      "cena jedn",
      "cena jednostkowa"
    ],
    "per": [
      "za"
    ],
    "discount": [
      "rabat",
      "rabat %"
    ],
    "netAmount": [
      "wartość netto",
      "netto",
      "wartość"
    ],
    "grossAmount": [
      "wartość brutto",
      "brutto"
    ],
    "taxRate": [
      "vat",
      "vat %",
      "stawka vat"
    ],
    "taxAmount": [
      "kwota vat"
    ]
  },
  "kinds": {
    "credit-note": [
      "faktura korygująca",
      "korekta"
    ],
    "statement": [
      "wyciąg",
      "zestawienie sald"
    ],
    "reminder": [
      "wezwanie do zapłaty",
      "przypomnienie"
    ],
    "delivery-note": [
      "dokument wz",
      "list przewozowy"
    ],
    "invoice": [
      "faktura"
    ]
  },
  "words": {
    "carriedForward": [
      "do przeniesienia",
      "z przeniesienia"
    ],
    "termsDays": [
      "{n} dni"
    ],
    "dueSentence": [
      "do dnia"
    ],
    "perHundred": {
      "za 100": 100
    },
    "page": [
      "strona {n} z {m}"
    ]
  }
};
