/** What can be brought in from a table of rows. */
export const IMPORT_TABLES = ['suppliers', 'orders', 'receipts', 'accounts', 'cost-centres', 'budgets'] as const;
export type ImportTable = (typeof IMPORT_TABLES)[number];

/** Those that only controllers bring in. */
export const isMasterData = (table: ImportTable): boolean => table === 'accounts' || table === 'cost-centres' || table === 'budgets';

/** What a column holds. */
export type ColumnType = 'text' | 'number' | 'date';
export interface ImportColumn {
  readonly name: string;
  readonly type: ColumnType;
  readonly required: boolean;
  /** What it may be headed with, folded, in several languages. */
  readonly heads: readonly string[];
}

const column = (name: string, heads: string, type: ColumnType = 'text', required = false): ImportColumn => ({
  name,
  type,
  required,
  heads: heads.split('|'),
});
const must = (name: string, heads: string, type: ColumnType = 'text'): ImportColumn => column(name, heads, type, true);

/** What a column is headed with when it is handed out, and is known by when it comes: "orderNumber" is "Order number". */
export const headOf = (name: string): string => {
  const words = name.replace(/([A-Z])/g, (sign) => ` ${sign.toLowerCase()}`);
  return words.charAt(0).toUpperCase() + words.slice(1);
};

/** The columns of each table. */
export const IMPORT_COLUMNS: Readonly<Record<ImportTable, readonly ImportColumn[]>> = {
  suppliers: [
    must('name', 'name|supplier|supplier name|vendor|lieferant|fournisseur|leverancier|proveedor|fornitore'),
    column('taxId', 'tax id|vat id|vat no|vat number|tax number|ust id|ust idnr|tva|btw nummer|nif|partita iva'),
    column('iban', 'iban|account|bank account|konto|compte'),
    column('mailDomain', 'mail domain|domain|email domain|mail'),
    must('country', 'country|country code|land|pays|pais|paese'),
    must('currency', 'currency|wahrung|devise|valuta|moneda'),
    column('termsDays', 'terms days|days to pay|payment days|terms|zahlungsziel|tage|jours', 'number'),
    must('account', 'gl account|expense account|usual account|default account|sachkonto|compte general'),
    must('costCentre', 'cost centre|cost center|kostenstelle|centre de couts|kostenplaats'),
    column('address', 'address|street|anschrift|adresse|adres|direccion|indirizzo'),
  ],
  orders: [
    must('orderNumber', 'order|order number|order no|po|po number|purchase order|bestellung|bestellnummer|commande'),
    must('supplier', 'supplier|supplier name|vendor|supplier tax id|lieferant|fournisseur'),
    must('orderedOn', 'ordered on|order date|date|bestelldatum|datum|date de commande', 'date'),
    must('orderedBy', 'ordered by|buyer|requester|owner|besteller|acheteur'),
    must('costCentre', 'cost centre|cost center|kostenstelle'),
    must('currency', 'currency|wahrung|devise|valuta'),
    column('line', 'line|line no|position|pos|ligne', 'number'),
    column('itemNumber', 'item|item number|their item|supplier item|article|artikel|artikelnummer|reference'),
    column('ourItem', 'our item|our number|material|materialnummer'),
    must('description', 'description|text|bezeichnung|beschreibung|designation|omschrijving'),
    must('quantity', 'quantity|qty|menge|quantite|aantal|cantidad', 'number'),
    column('unit', 'unit|uom|einheit|unite|eenheid'),
    must('price', 'price|unit price|preis|einzelpreis|prix|prijs', 'number'),
    column('pricePer', 'per|price unit|price per|preiseinheit', 'number'),
    must('account', 'account|gl account|sachkonto|konto|compte'),
    column('check', 'paid by|check|match level'),
  ],
  receipts: [
    must('orderNumber', 'order|order number|po|purchase order|bestellung|bestellnummer|commande'),
    must('line', 'line|line no|position|pos|ligne', 'number'),
    must('quantity', 'quantity|qty|received|menge|quantite|aantal', 'number'),
    must('receivedOn', 'received on|date|receipt date|datum|eingangsdatum', 'date'),
    column('deliveryNote', 'delivery note|delivery note no|lieferschein|bon de livraison|pakbon'),
  ],
  accounts: [
    must('number', 'number|account|account number|konto|kontonummer|compte'),
    must('name', 'name|account name|description|bezeichnung|libelle'),
    must('kind', 'kind|type|art|nature'),
  ],
  'cost-centres': [
    must('code', 'code|cost centre|cost center|kostenstelle|centre'),
    must('name', 'name|description|bezeichnung|libelle'),
    must('manager', 'manager|responsible|verantwortlich|leiter|responsable'),
  ],
  budgets: [
    must('costCentre', 'cost centre|cost center|kostenstelle|code|centre'),
    must('year', 'year|jahr|annee|jaar|ano|anno', 'number'),
    must('amount', 'amount|budget|betrag|montant|bedrag', 'number'),
  ],
};
