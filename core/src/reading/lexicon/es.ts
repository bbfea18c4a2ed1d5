import type { Lexicon } from './lexicon.js';

export const es: Lexicon = {
  "language": "es",
  "labels": {
    "invoiceNumber": [
      "factura núm",
      "factura nº",
      "número de factura",
      "nº de factura",
      "nº factura",
      "factura n",
      "factura",
      "núm de factura",
      "abono nº",
      "nota de abono",
      "factura rectificativa"
    ],
    "issueDate": [
      "fecha de factura",
      "fecha factura",
      "fecha",
      "fecha de emisión",
      "fecha de expedición"
    ],
    "dueDate": [
      "vence el",
      "vencimiento",
      "fecha de vencimiento",
      "pagar antes del"
    ],
    "orderReference": [
      "pedido núm",
      "su pedido",
      "nº de pedido",
      "número de pedido",
      "pedido nº",
      "su referencia",
      "pedido",
      "nº pedido"
    ],
    "sellerTaxId": [
      "cif",
      "nif",
      "n i f",
      "c i f",
      "nif iva",
      "cif/nif"
    ],
    "netTotal": [
      "base imponible",
      "total sin iva",
      "neto",
      "total neto",
      "importe neto"
    ],
    "taxTotal": [
      "iva",
      "total iva",
      "cuota iva",
      "i v a",
      "importe iva"
    ],
    "grossTotal": [
      "total factura",
      "importe total",
      "total con iva",
      "total abono",
      "total"
    ],
    "amountDue": [
      "total a pagar",
      "a pagar",
      "importe a pagar",
      "líquido a pagar",
      "pendiente de pago"
    ],
    "paid": [
      "a cuenta",
      "anticipo",
      "pagado",
      "entrega a cuenta"
    ],
    "previousBalance": [
      "saldo anterior"
    ],
    "goodsTotal": [
      "suma",
      "subtotal",
      "total bruto",
      "importe bruto"
    ],
    "documentDiscount": [
      "descuento",
      "dto"
    ],
    "carriage": [
      "portes",
      "transporte",
      "gastos de envío"
    ],
    "terms": [
      "condiciones de pago",
      "forma de pago",
      "plazo de pago"
    ],
    "buyer": [
      "facturar a",
      "cliente",
      "datos del cliente",
      "para"
    ],
    "shipTo": [
      "entregar en",
      "dirección de entrega",
      "lugar de entrega"
    ],
    "seller": [
      "de",
      "proveedor",
      "emisor"
    ],
    "payTo": [
      "ingreso en cuenta",
      "banco",
      "datos bancarios"
    ],
    "other": [
      "cliente",
      "nº cliente",
      "obra",
      "albarán",
      "fecha de entrega",
      "contrato",
      "registro mercantil",
      "bic",
      "tel",
      "página",
      "motivo",
      "rectifica a",
      "factura original",
      "su cif",
      "su nif",
      "periodo"
    ]
  },
  "columns": {
    "position": [
      "nº",
      "lín"
    ],
    "itemNumber": [
      "código",
      "referencia",
      "ref",
      "artículo"
    ],
    "description": [
      "concepto",
      "conceptos",
      "descripción",
      "detalle"
    ],
    "quantity": [
      "cantidad",
      "cant",
      "uds",
      "horas"
    ],
    "unit": [
      "ud",
      "unidad",
      "u m"
    ],
    "unitPrice": [
      "precio",
      "precio unitario",
      "p unit",
      "tarifa",
      "precio €"
    ],
    "per": [
      "por"
    ],
    "discount": [
      "dto %",
      "dto",
      "descuento"
    ],
    "netAmount": [
      "importe",
      "total",
      "importe €",
      "neto"
    ],
    "grossAmount": [
      "importe con iva"
    ],
    "taxRate": [
      "iva %",
      "iva",
      "% iva"
    ],
    "taxAmount": [
      "cuota"
    ]
  },
  "kinds": {
    "credit-note": [
      "abono",
      "factura rectificativa",
      "nota de crédito",
      "nota de abono"
    ],
    "statement": [
      "extracto de cuenta",
      "estado de cuenta"
    ],
    "reminder": [
      "recordatorio",
      "reclamación de pago"
    ],
    "delivery-note": [
      "albarán"
    ],
    "invoice": [
      "factura"
    ]
  },
  "words": {
    "carriedForward": [
      "suma y sigue",
      "suma anterior"
    ],
    "termsDays": [
      "a {n} días",
      "{n} días neto",
      "{n} días"
    ],
    "dueSentence": [
      "antes del"
    ],
    "perHundred": {
      "el ciento": 100
    },
    "page": [
      "página {n} de {m}"
    ]
  }
};
