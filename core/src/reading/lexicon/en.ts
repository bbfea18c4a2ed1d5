import type { Lexicon } from './lexicon.js';

export const en: Lexicon = {
  "language": "en",
  "labels": {
    "invoiceNumber": [
      "invoice number",
      "invoice no",
      "invoice nr",
      "invoice #",
      "invoice reference",
      "invoice ref",
      "invoice",
      "bill number",
      "bill no",
      "document number",
      "document no",
      "our document",
      "tax invoice no",
      "tax invoice number",
      "tax invoice",
      "credit note number",
      "credit note no",
      "credit note",
      "credit memo no",
      "credit memo",
      "our invoice",
      "inv no",
      "statement no",
      "statement number",
      "note number"
    ],
    "issueDate": [
      "invoice date",
      "date of invoice",
      "date of issue",
      "issue date",
      "issued on",
      "issued",
      "bill date",
      "date of this bill",
      "document date",
      "date",
      "dated",
      "credit note date",
      "statement date"
    ],
    "dueDate": [
      "due date",
      "payment due",
      "due",
      "due on",
      "due by",
      "please pay by",
      "pay by",
      "pay no later than",
      "payment due by",
      "payment due date",
      "premium due",
      "date due",
      "payable by",
      "to be paid by"
    ],
    "orderReference": [
      "your order no",
      "your order number",
      "your order",
      "your order ref",
      "order no",
      "order number",
      "purchase order",
      "purchase order no",
      "purchase order number",
      "po number",
      "po no",
      "po ref",
      "po",
      "p o number",
      "p o",
      "customer order",
      "customer order no",
      "customer po",
      "your reference",
      "your ref",
      "order reference",
      "against your order"
    ],
    "sellerTaxId": [
      "vat registration number",
      "vat registration no",
      "vat registration",
      "vat reg no",
      "vat reg",
      "vat number",
      "vat no",
      "vat id",
      "vat",
      "tax id",
      "tax number",
      "ein",
      "federal tax id",
      "gst no"
    ],
    "netTotal": [
      "net total",
      "total net",
      "net amount",
      "subtotal",
      "sub total",
      "total before vat",
      "total before tax",
      "total excluding vat",
      "total excl vat",
      "total ex vat",
      "charges before vat",
      "total charges excluding vat",
      "amount before tax",
      "taxable amount",
      "premium total",
      "net invoice total",
      "total goods and carriage"
    ],
    "taxTotal": [
      "total vat",
      "vat total",
      "vat in all",
      "vat amount",
      "vat",
      "vat at",
      "vat exempt",
      "sales tax",
      "tax",
      "total tax",
      "tax total"
    ],
    "grossTotal": [
      "invoice total",
      "total including vat",
      "total incl vat",
      "total inc vat",
      "gross total",
      "total charges including vat",
      "charges for this period",
      "this period",
      "new charges this bill",
      "total payable",
      "grand total",
      "total amount",
      "total fees and disbursements",
      "total credit",
      "total"
    ],
    "amountDue": [
      "amount due",
      "balance due",
      "total now due",
      "total due",
      "amount to pay",
      "amount payable",
      "please pay",
      "to pay",
      "now due",
      "balance to pay",
      "credit to your account",
      "outstanding"
    ],
    "paid": [
      "deposit received",
      "deposit paid",
      "deposit",
      "less deposit",
      "paid on account",
      "payment received",
      "prepaid",
      "less payments",
      "payments received thank you",
      "payments received",
      "you have paid",
      "already paid"
    ],
    "previousBalance": [
      "previous balance",
      "balance on your last bill",
      "last bill",
      "balance brought forward",
      "carried over to this bill",
      "brought forward",
      "balance forward",
      "opening balance"
    ],
    "goodsTotal": [
      "goods total",
      "total goods",
      "items total",
      "merchandise"
    ],
    "documentDiscount": [
      "discount",
      "less discount",
      "trade discount"
    ],
    "carriage": [
      "carriage",
      "freight",
      "shipping",
      "delivery",
      "postage",
      "postage and packing",
      "handling",
      "shipping and handling"
    ],
    "terms": [
      "payment terms",
      "terms",
      "terms of payment"
    ],
    "buyer": [
      "invoice to",
      "bill to",
      "billed to",
      "sold to",
      "customer",
      "for",
      "to",
      "buyer",
      "invoiced to"
    ],
    "shipTo": [
      "ship to",
      "deliver to",
      "delivered to",
      "delivery address",
      "deliver at"
    ],
    "seller": [
      "from",
      "seller",
      "supplier",
      "remit to"
    ],
    "payTo": [
      "pay to",
      "please pay to",
      "bank",
      "bank details",
      "our bankers are",
      "payable to"
    ],
    "other": [
      "tax point",
      "customer no",
      "customer number",
      "customer id",
      "customer reference",
      "cust",
      "account number",
      "account no",
      "account",
      "client",
      "delivery note",
      "delivery note no",
      "drop no",
      "delivery date",
      "date of delivery",
      "delivered on",
      "billing period",
      "period",
      "contract",
      "contract no",
      "policy no",
      "our reference",
      "our ref",
      "sales order",
      "order #",
      "order date",
      "job no",
      "supply point",
      "premises",
      "original invoice date",
      "original invoice",
      "relating to invoice",
      "registered in england no",
      "company no",
      "registered no",
      "routing",
      "sort code",
      "bic",
      "swift",
      "tel",
      "phone",
      "fax",
      "page",
      "reason",
      "ship date",
      "shipped",
      "project",
      "driver",
      "your vat no",
      "your vat reg no",
      "your vat number",
      "vat analysis"
    ]
  },
  "columns": {
    "position": [
      "#",
      "no",
      "line",
      "item no",
      "pos"
    ],
    "itemNumber": [
      "product",
      "sku",
      "item",
      "item code",
      "code",
      "part no",
      "part number",
      "article",
      "stock code",
      "product code",
      "ref"
    ],
    "description": [
      "description",
      "product description",
      "details",
      "particulars",
      "goods",
      "service",
      "cover",
      "item description",
      "work carried out",
      "product",
      "item",
      "charge"
    ],
    "quantity": [
      "qty",
      "quantity",
      "hours",
      "units",
      "hrs",
      "no off",
      "shipped",
      "count"
    ],
    "unit": [
      "unit",
      "uom",
      "u/m",
      "per unit"
    ],
    "unitPrice": [
      "price",
      "unit price",
      "each",
      "rate",
      "price £",
      "unit cost",
      "unit price £",
      "price each",
      "price $",
      "price €"
    ],
    "per": [
      "per",
      "price per",
      "price unit"
    ],
    "discount": [
      "disc",
      "discount",
      "disc %",
      "discount %"
    ],
    "netAmount": [
      "net",
      "amount",
      "net amount",
      "total",
      "line total",
      "net £",
      "goods £",
      "amount £",
      "extended",
      "value",
      "premium",
      "amount $",
      "net value",
      "amount gbp"
    ],
    "grossAmount": [
      "gross",
      "gross amount",
      "incl vat",
      "total inc vat",
      "gross £"
    ],
    "taxRate": [
      "vat %",
      "vat",
      "v",
      "tax",
      "vat rate",
      "vat code",
      "tax %",
      "tax rate"
    ],
    "taxAmount": [
      "vat £",
      "vat amount",
      "tax amount"
    ]
  },
  "kinds": {
    "credit-note": [
      "credit note",
      "credit memo",
      "credit advice"
    ],
    "statement": [
      "statement of account",
      "statement",
      "account statement"
    ],
    "reminder": [
      "reminder",
      "payment reminder",
      "overdue",
      "final notice",
      "final demand"
    ],
    "delivery-note": [
      "delivery note",
      "packing list",
      "packing slip",
      "goods delivered note"
    ],
    "invoice": [
      "invoice",
      "tax invoice",
      "bill",
      "debit note",
      "account for",
      "your electricity bill",
      "water bill"
    ]
  },
  "words": {
    "carriedForward": [
      "carried forward",
      "brought forward",
      "continued"
    ],
    "termsDays": [
      "{n} days net",
      "net {n}",
      "{n} days",
      "within {n} days",
      "net {n} days"
    ],
    "dueSentence": [
      "by",
      "before",
      "on or before",
      "no later than"
    ],
    "perHundred": {
      "C": 100,
      "per 100": 100,
      "hundreds": 100,
      "M": 1000,
      "per 1000": 1000
    },
    "page": [
      "page {n} of {m}"
    ]
  }
};
