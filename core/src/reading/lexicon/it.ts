import type { Lexicon } from './lexicon.js';

export const it: Lexicon = {
  "language": "it",
  "labels": {
    "invoiceNumber": [
      "fattura n",
      "fattura nr",
      "numero fattura",
      "fattura numero",
      "n fattura",
      "fattura",
      "nota di credito n",
      "nota di credito",
      "numero documento",
      "n documento"
    ],
    "issueDate": [
      "data fattura",
      "data",
      "data documento",
      "data emissione",
      "del"
    ],
    "dueDate": [
      "scadenza",
      "data scadenza",
      "da pagare entro",
      "entro il",
      "pagamento entro"
    ],
    "orderReference": [
      "vs ordine",
      "vostro ordine",
      "ordine n",
      "n ordine",
      "rif ordine",
      "vs rif",
      "vs ordine n",
      "vostro riferimento",
      "ordine cliente",
      "vostro ordine n"
    ],
    "sellerTaxId": [
      "p iva",
      "partita iva",
      "p i",
      "codice fiscale e partita iva",
      "cf e p iva",
      "c f e p iva"
    ],
    "netTotal": [
      "imponibile",
      "totale imponibile",
      "totale netto",
      "netto"
    ],
    "taxTotal": [
      "iva",
      "totale iva",
      "imposta",
      "totale imposta"
    ],
    "grossTotal": [
      "totale fattura",
      "totale documento",
      "totale ivato",
      "totale nota di credito",
      "totale"
    ],
    "amountDue": [
      "netto a pagare",
      "totale da pagare",
      "da pagare",
      "totale dovuto",
      "importo da pagare"
    ],
    "paid": [
      "acconto",
      "già pagato",
      "acconto ricevuto",
      "acconto versato"
    ],
    "previousBalance": [
      "saldo precedente"
    ],
    "goodsTotal": [
      "totale merce",
      "totale righe",
      "totale articoli"
    ],
    "documentDiscount": [
      "sconto"
    ],
    "carriage": [
      "trasporto",
      "spese di trasporto",
      "spedizione",
      "spese di spedizione"
    ],
    "terms": [
      "condizioni di pagamento",
      "pagamento",
      "modalità di pagamento",
      "termini di pagamento"
    ],
    "buyer": [
      "fatturare a",
      "cliente",
      "spett le",
      "spettabile",
      "intestatario",
      "destinatario"
    ],
    "shipTo": [
      "consegnare a",
      "destinazione merce",
      "luogo di consegna",
      "destinazione"
    ],
    "seller": [
      "fornitore",
      "cedente"
    ],
    "payTo": [
      "banca",
      "coordinate bancarie",
      "banca d'appoggio"
    ],
    "other": [
      "cod cliente",
      "codice cliente",
      "n cliente",
      "ddt",
      "ddt n",
      "data consegna",
      "ns rif",
      "ns riferimento",
      "commessa",
      "bic",
      "tel",
      "pagina",
      "causale",
      "cap soc",
      "rea",
      "fattura di riferimento",
      "su fattura",
      "rif fattura",
      "contratto",
      "vs p iva"
    ]
  },
  "columns": {
    "position": [
      "pos",
      "riga"
    ],
    "itemNumber": [
      "codice",
      "cod",
      "articolo",
      "cod articolo",
      "cod art"
    ],
    "description": [
      "descrizione",
      "descrizione merce",
      "prestazione"
    ],
    "quantity": [
      "quantità",
      "q tà",
      "qta",
      "ore",
      "q.tà"
    ],
    "unit": [
      "u m",
      "um",
      "unità"
    ],
    "unitPrice": [
      "prezzo",
      "prezzo unitario",
      "prezzo unit",
      "tariffa",
      "prezzo €"
    ],
    "per": [
      "per"
    ],
    "discount": [
      "sconto",
      "sconto %",
      "sc %",
      "sc"
    ],
    "netAmount": [
      "importo",
      "totale",
      "importo €",
      "imponibile"
    ],
    "grossAmount": [
      "importo ivato"
    ],
    "taxRate": [
      "iva %",
      "iva",
      "aliquota",
      "al iva"
    ],
    "taxAmount": [
      "importo iva"
    ]
  },
  "kinds": {
    "credit-note": [
      "nota di credito",
      "nota di accredito"
    ],
    "statement": [
      "estratto conto"
    ],
    "reminder": [
      "sollecito",
      "sollecito di pagamento"
    ],
    "delivery-note": [
      "documento di trasporto",
      "bolla di consegna"
    ],
    "invoice": [
      "fattura"
    ]
  },
  "words": {
    "carriedForward": [
      "a riportare",
      "riporto"
    ],
    "termsDays": [
      "{n} gg",
      "{n} giorni",
      "a {n} giorni",
      "rimessa diretta {n} gg"
    ],
    "dueSentence": [
      "entro il"
    ],
    "perHundred": {
      "al cento": 100
    },
    "page": [
      "pagina {n} di {m}"
    ]
  }
};
