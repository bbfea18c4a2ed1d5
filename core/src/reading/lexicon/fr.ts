import type { Lexicon } from './lexicon.js';

export const fr: Lexicon = {
  "language": "fr",
  "labels": {
    "invoiceNumber": [
      "facture n°",
      "numéro de facture",
      "n° de facture",
      "n° facture",
      "facture no",
      "facture numéro",
      "facture",
      "n° d'avoir",
      "avoir n°",
      "avoir",
      "numéro d'avoir",
      "n° de pièce",
      "référence facture"
    ],
    "issueDate": [
      "date de facture",
      "date de la facture",
      "date facture",
      "date d'émission",
      "émise le",
      "émis le",
      "date",
      "date de l'avoir",
      "facture du",
      "le"
    ],
    "dueDate": [
      "date d'échéance",
      "échéance",
      "à payer avant le",
      "payable avant le",
      "à régler avant le",
      "échéance le",
      "à régler le",
      "payable le"
    ],
    "orderReference": ["réf commande","réf votre commande","références commande",
      "votre commande",
      "n° de commande",
      "votre n° de commande",
      "commande n°",
      "bon de commande",
      "votre référence",
      "réf commande",
      "votre réf",
      "commande",
      "référence client",
      "votre bon de commande",
      "votre commande n°"
    ],
    "sellerTaxId": [
      "n° tva intracom",
      "tva intracommunautaire",
      "n° tva",
      "n° de tva",
      "tva intracom",
      "numéro de tva",
      "n° tva intracommunautaire"
    ],
    "netTotal": [
      "total ht",
      "montant ht",
      "total hors taxes",
      "net ht",
      "total net ht",
      "sous total ht",
      "montant total ht"
    ],
    "taxTotal": [
      "total tva",
      "montant tva",
      "tva",
      "dont tva"
    ],
    "grossTotal": [
      "total ttc",
      "montant ttc",
      "total toutes taxes comprises",
      "total facture",
      "montant total",
      "total général",
      "total"
    ],
    "amountDue": [
      "net à payer",
      "reste à payer",
      "à payer",
      "solde à payer",
      "montant dû",
      "solde dû",
      "net à payer ttc"
    ],
    "paid": [
      "acompte",
      "acompte versé",
      "déjà payé",
      "acompte reçu",
      "déjà réglé",
      "avance"
    ],
    "previousBalance": [
      "solde antérieur",
      "report",
      "solde précédent"
    ],
    "goodsTotal": [
      "total marchandises",
      "sous total",
      "total brut ht"
    ],
    "documentDiscount": [
      "remise"
    ],
    "carriage": [
      "port",
      "frais de port",
      "transport",
      "livraison",
      "frais de livraison"
    ],
    "terms": [
      "conditions de paiement",
      "conditions de règlement",
      "règlement",
      "modalités de paiement",
      "délai de paiement"
    ],
    "buyer": [
      "facturé à",
      "pour",
      "client",
      "adresse de facturation",
      "destinataire",
      "facturer à"
    ],
    "shipTo": [
      "livré à",
      "adresse de livraison",
      "livraison à",
      "lieu de livraison"
    ],
    "seller": [
      "de",
      "vendeur",
      "fournisseur",
      "émetteur"
    ],
    "payTo": [
      "banque",
      "règlement par virement",
      "coordonnées bancaires"
    ],
    "other": ["dossier","réf dossier","bp",
      "n° client",
      "numéro client",
      "code client",
      "notre référence",
      "bon de livraison",
      "n° bl",
      "date de livraison",
      "période",
      "contrat",
      "sur facture",
      "facture d'origine",
      "facture du",
      "siret",
      "siren",
      "rcs",
      "rcs b",
      "bic",
      "tél",
      "téléphone",
      "fax",
      "page",
      "motif",
      "chantier",
      "votre n° tva",
      "votre tva",
      "affaire",
      "date de commande",
      "compte client",
      "n° de contrat"
    ]
  },
  "columns": {
    "position": [
      "n°",
      "ligne"
    ],
    "itemNumber": [
      "référence",
      "réf",
      "code",
      "article"
    ],
    "description": [
      "désignation",
      "description",
      "libellé",
      "prestation",
      "article"
    ],
    "quantity": [
      "quantité",
      "qté",
      "heures",
      "nombre",
      "nb"
    ],
    "unit": [
      "unité",
      "un"
    ],
    "unitPrice": [
      "p u ht",
      "prix unitaire",
      "pu ht",
      "pu",
      "prix",
      "prix unitaire ht",
      "tarif",
      "prix ht"
    ],
    "per": [
      "par"
    ],
    "discount": [
      "remise",
      "remise %",
      "rem %",
      "rem"
    ],
    "netAmount": [
      "montant ht",
      "montant",
      "total ht",
      "total",
      "montant €"
    ],
    "grossAmount": [
      "montant ttc",
      "total ttc",
      "ttc"
    ],
    "taxRate": [
      "tva %",
      "tva",
      "taux tva",
      "taux"
    ],
    "taxAmount": [
      "montant tva"
    ]
  },
  "kinds": {
    "credit-note": [
      "avoir",
      "note de crédit",
      "facture d'avoir"
    ],
    "statement": [
      "relevé de compte",
      "relevé"
    ],
    "reminder": [
      "relance",
      "rappel",
      "mise en demeure"
    ],
    "delivery-note": [
      "bon de livraison",
      "bordereau de livraison"
    ],
    "invoice": [
      "facture"
    ]
  },
  "words": {
    "carriedForward": [
      "à reporter",
      "report",
      "suite page"
    ],
    "termsDays": [
      "{n} jours nets",
      "{n} jours net",
      "à {n} jours",
      "sous {n} jours",
      "{n} jours"
    ],
    "dueSentence": [
      "avant le",
      "au plus tard le",
      "échéance"
    ],
    "perHundred": {
      "le cent": 100,
      "le mille": 1000,
      "les 100": 100
    },
    "page": [
      "page {n} sur {m}",
      "page {n} de {m}"
    ]
  }
};
