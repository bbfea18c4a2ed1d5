import {
  isCreditType,
  type Address,
  type Allowance,
  type EInvoice,
  type EInvoiceLine,
  type Identifier,
  type Party,
  type Payment,
} from '../e-invoices/index.js';
import { branch, DECLARATION, leaf, type Piece } from './write-xml.js';

const SPACE = 'urn:oasis:names:specification:ubl:schema:xsd:';

/** An invoice as UBL 2.1, an invoice or a credit note by its type, in the order of the schema. */
export function writeUbl(invoice: EInvoice): string {
  const isCredit = isCreditType(invoice.typeCode ?? '');
  const root = isCredit ? 'CreditNote' : 'Invoice';
  const money = (name: string, text: string | null): Piece => leaf(`cbc:${name}`, text, { currencyID: invoice.currency });
  const { references, totals } = invoice;
  const creditor = invoice.payments.map(({ debit }) => debit?.creditor ?? null).find((id) => id !== null) ?? null;
  const period = branch('cac:InvoicePeriod', [
    leaf('cbc:StartDate', invoice.period?.from),
    leaf('cbc:EndDate', invoice.period?.to),
    leaf('cbc:DescriptionCode', invoice.taxPointCode),
  ]);
  const sellerOnly = references.order === null && references.salesOrder !== null;
  const pieces: (Piece | readonly Piece[])[] = [
    leaf('cbc:CustomizationID', invoice.profile),
    leaf('cbc:ProfileID', invoice.process),
    leaf('cbc:ID', invoice.number),
    leaf('cbc:IssueDate', invoice.issueDate),
    isCredit ? null : leaf('cbc:DueDate', invoice.dueDate),
    isCredit ? leaf('cbc:TaxPointDate', invoice.taxPointDate) : null,
    leaf(isCredit ? 'cbc:CreditNoteTypeCode' : 'cbc:InvoiceTypeCode', invoice.typeCode),
    invoice.notes.map(({ subject, text }) => leaf('cbc:Note', text === null ? null : subject === null ? text : `#${subject}#${text}`)),
    isCredit ? null : leaf('cbc:TaxPointDate', invoice.taxPointDate),
    leaf('cbc:DocumentCurrencyCode', invoice.currency),
    leaf('cbc:TaxCurrencyCode', invoice.taxCurrency),
    leaf('cbc:AccountingCost', invoice.accounting),
    leaf('cbc:BuyerReference', invoice.buyerReference),
    period,
    branch('cac:OrderReference', [leaf('cbc:ID', sellerOnly ? 'NA' : references.order), leaf('cbc:SalesOrderID', references.salesOrder)]),
    invoice.preceding.map(({ number, date }) =>
      branch('cac:BillingReference', [branch('cac:InvoiceDocumentReference', [leaf('cbc:ID', number), leaf('cbc:IssueDate', date)])]),
    ),
    reference('Despatch', references.despatch),
    reference('Receipt', references.receipt),
    isCredit ? null : reference('Originator', references.tender),
    reference('Contract', references.contract),
    branch('cac:AdditionalDocumentReference', [
      leaf('cbc:ID', references.object),
      references.object === null ? null : leaf('cbc:DocumentTypeCode', '130'),
    ]),
    invoice.attachments.map((one) =>
      branch('cac:AdditionalDocumentReference', [
        leaf('cbc:ID', one.reference),
        leaf('cbc:DocumentDescription', one.description),
        branch('cac:Attachment', [
          leaf('cbc:EmbeddedDocumentBinaryObject', one.content, { mimeCode: one.mime, filename: one.fileName }),
          branch('cac:ExternalReference', [leaf('cbc:URI', one.address)]),
        ]),
      ]),
    ),
    isCredit ? reference('Originator', references.tender) : branch('cac:ProjectReference', [leaf('cbc:ID', references.project)]),
    branch('cac:AccountingSupplierParty', [
      branch('cac:Party', party(invoice.seller, invoice.payee === null ? creditor : null), { isKept: true }),
    ]),
    branch('cac:AccountingCustomerParty', [branch('cac:Party', party(invoice.buyer, null), { isKept: true })]),
    invoice.payee === null ? null : branch('cac:PayeeParty', party(invoice.payee, creditor, true)),
    invoice.representative === null ? null : branch('cac:TaxRepresentativeParty', party(invoice.representative, null, true)),
    invoice.delivery === null
      ? null
      : branch('cac:Delivery', [
          leaf('cbc:ActualDeliveryDate', invoice.delivery.date),
          branch('cac:DeliveryLocation', [
            identifier('cbc:ID', invoice.delivery.location),
            invoice.delivery.address && address('cac:Address', invoice.delivery.address),
          ]),
          branch('cac:DeliveryParty', [branch('cac:PartyName', [leaf('cbc:Name', invoice.delivery.name)])]),
        ]),
    invoice.payments.map((one) => means(one, isCredit ? invoice.dueDate : null)),
    branch('cac:PaymentTerms', [leaf('cbc:Note', invoice.terms)]),
    invoice.allowances.map((one) => allowance(one, money, true)),
    branch('cac:TaxTotal', [
      money('TaxAmount', totals.tax),
      invoice.taxes.map((share) =>
        branch('cac:TaxSubtotal', [
          money('TaxableAmount', share.basis),
          money('TaxAmount', share.amount),
          category('cac:TaxCategory', share.category, share.rate, share.reasonCode, share.reason),
        ]),
      ),
    ]),
    branch('cac:TaxTotal', [leaf('cbc:TaxAmount', totals.taxAccounted, { currencyID: invoice.taxCurrency })]),
    branch('cac:LegalMonetaryTotal', [
      money('LineExtensionAmount', totals.lines),
      money('TaxExclusiveAmount', totals.net),
      money('TaxInclusiveAmount', totals.gross),
      money('AllowanceTotalAmount', totals.allowances),
      money('ChargeTotalAmount', totals.charges),
      money('PrepaidAmount', totals.paid),
      money('PayableRoundingAmount', totals.rounding),
      money('PayableAmount', totals.due),
    ]),
    invoice.lines.map((line) => lineOf(line, isCredit, money)),
  ];
  const attributes = {
    xmlns: `${SPACE}${root}-2`,
    'xmlns:cac': `${SPACE}CommonAggregateComponents-2`,
    'xmlns:cbc': `${SPACE}CommonBasicComponents-2`,
  };
  return `${DECLARATION}${branch(root, pieces, { isKept: true, attributes }) ?? ''}\n`;
}

type Money = (name: string, text: string | null) => Piece;

const reference = (kind: string, id: string | null): Piece => branch(`cac:${kind}DocumentReference`, [leaf('cbc:ID', id)]);
const identifier = (name: string, one: Identifier | null): Piece => (one === null ? null : leaf(name, one.id, { schemeID: one.scheme }));

const address = (name: string, one: Address): Piece =>
  branch(name, [
    leaf('cbc:StreetName', one.lines[0]),
    leaf('cbc:AdditionalStreetName', one.lines[1]),
    leaf('cbc:CityName', one.city),
    leaf('cbc:PostalZone', one.postcode),
    leaf('cbc:CountrySubentity', one.region),
    branch('cac:AddressLine', [leaf('cbc:Line', one.lines[2])]),
    branch('cac:Country', [leaf('cbc:IdentificationCode', one.country)]),
  ]);

const taxScheme = (id: string | null, scheme: string): Piece =>
  id === null ? null : branch('cac:PartyTaxScheme', [leaf('cbc:CompanyID', id), branch('cac:TaxScheme', [leaf('cbc:ID', scheme)])]);

/** A party; payees and representatives are named as they are called, the others as they are registered. */
const party = (one: Party, creditor: string | null, isCalled = false): Piece[] => [
  identifier('cbc:EndpointID', one.endpoint),
  ...[...one.identifiers, ...(creditor === null ? [] : [{ id: creditor, scheme: 'SEPA' }])].map((id) =>
    branch('cac:PartyIdentification', [identifier('cbc:ID', id)]),
  ),
  branch('cac:PartyName', [leaf('cbc:Name', isCalled ? one.name : one.tradingName)]),
  one.address && address('cac:PostalAddress', one.address),
  taxScheme(one.taxId, 'VAT'),
  taxScheme(one.taxNumber, 'FC'),
  branch('cac:PartyLegalEntity', [
    leaf('cbc:RegistrationName', isCalled ? null : one.name),
    identifier('cbc:CompanyID', one.registration),
    leaf('cbc:CompanyLegalForm', one.legalForm),
  ]),
  one.contact &&
    branch('cac:Contact', [
      leaf('cbc:Name', one.contact.name),
      leaf('cbc:Telephone', one.contact.phone),
      leaf('cbc:ElectronicMail', one.contact.mail),
    ]),
];

const means = (one: Payment, dueDate: string | null): Piece =>
  branch('cac:PaymentMeans', [
    leaf('cbc:PaymentMeansCode', one.code, { name: one.text }),
    leaf('cbc:PaymentDueDate', dueDate),
    leaf('cbc:PaymentID', one.remittance),
    one.card &&
      branch('cac:CardAccount', [
        leaf('cbc:PrimaryAccountNumberID', one.card.number),
        leaf('cbc:NetworkID', 'NA'),
        leaf('cbc:HolderName', one.card.holder),
      ]),
    one.accounts.map(({ id, name, bic }) =>
      branch('cac:PayeeFinancialAccount', [
        leaf('cbc:ID', id),
        leaf('cbc:Name', name),
        branch('cac:FinancialInstitutionBranch', [leaf('cbc:ID', bic)]),
      ]),
    ),
    one.debit &&
      branch('cac:PaymentMandate', [
        leaf('cbc:ID', one.debit.mandate),
        branch('cac:PayerFinancialAccount', [leaf('cbc:ID', one.debit.account)]),
      ]),
  ]);

const category = (
  name: string,
  code: string | null,
  rate: string | null,
  reasonCode: string | null = null,
  reason: string | null = null,
): Piece =>
  code === null
    ? null
    : branch(name, [
        leaf('cbc:ID', code),
        leaf('cbc:Percent', rate),
        leaf('cbc:TaxExemptionReasonCode', reasonCode),
        leaf('cbc:TaxExemptionReason', reason),
        branch('cac:TaxScheme', [leaf('cbc:ID', 'VAT')]),
      ]);

const allowance = (one: Allowance, money: Money, isTaxed: boolean): Piece =>
  branch('cac:AllowanceCharge', [
    leaf('cbc:ChargeIndicator', String(one.isCharge)),
    leaf('cbc:AllowanceChargeReasonCode', one.reasonCode),
    leaf('cbc:AllowanceChargeReason', one.reason),
    leaf('cbc:MultiplierFactorNumeric', one.percent),
    money('Amount', one.amount),
    money('BaseAmount', one.base),
    isTaxed ? category('cac:TaxCategory', one.category, one.rate) : null,
  ]);

function lineOf(line: EInvoiceLine, isCredit: boolean, money: Money): Piece {
  const { price, item } = line;
  return branch(isCredit ? 'cac:CreditNoteLine' : 'cac:InvoiceLine', [
    leaf('cbc:ID', line.id),
    leaf('cbc:Note', line.note),
    leaf(isCredit ? 'cbc:CreditedQuantity' : 'cbc:InvoicedQuantity', line.quantity, { unitCode: line.unit }),
    money('LineExtensionAmount', line.net),
    leaf('cbc:AccountingCost', line.accounting),
    branch('cac:InvoicePeriod', [leaf('cbc:StartDate', line.period?.from), leaf('cbc:EndDate', line.period?.to)]),
    branch('cac:OrderLineReference', [leaf('cbc:LineID', line.orderLine)]),
    branch('cac:DocumentReference', [leaf('cbc:ID', line.object), line.object === null ? null : leaf('cbc:DocumentTypeCode', '130')]),
    line.allowances.map((one) => allowance(one, money, false)),
    branch('cac:Item', [
      leaf('cbc:Description', item.description),
      leaf('cbc:Name', item.name),
      branch('cac:BuyersItemIdentification', [leaf('cbc:ID', item.buyerId)]),
      branch('cac:SellersItemIdentification', [leaf('cbc:ID', item.sellerId)]),
      branch('cac:StandardItemIdentification', [identifier('cbc:ID', item.standard)]),
      branch('cac:OriginCountry', [leaf('cbc:IdentificationCode', item.origin)]),
      item.classes.map((one) =>
        branch('cac:CommodityClassification', [leaf('cbc:ItemClassificationCode', one.id, { listID: one.scheme })]),
      ),
      category('cac:ClassifiedTaxCategory', line.category, line.rate),
      item.attributes.map(({ name, value }) => branch('cac:AdditionalItemProperty', [leaf('cbc:Name', name), leaf('cbc:Value', value)])),
    ]),
    branch('cac:Price', [
      money('PriceAmount', price.net),
      leaf('cbc:BaseQuantity', price.base, { unitCode: price.baseUnit }),
      price.discount === null && price.gross === null
        ? null
        : branch('cac:AllowanceCharge', [
            leaf('cbc:ChargeIndicator', 'false'),
            money('Amount', price.discount ?? '0'),
            money('BaseAmount', price.gross),
          ]),
    ]),
  ]);
}
