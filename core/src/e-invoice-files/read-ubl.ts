import type { Address, Allowance, EInvoice, EInvoiceLine, Party, Payment, Period } from '../e-invoices/index.js';
import { asNumber } from './numbers.js';
import { identifierOf, optional } from './parts.js';
import { at, childrenOf, textAt, type Element } from './xml.js';

/** UBL 2.1: an invoice or a credit note, by the paths of its binding to EN 16931 (CEN/TS 16931-3-2). */
export function readUbl(root: Element): EInvoice {
  const isCredit = root.name === 'CreditNote';
  const seller = partyOf(at(root, 'AccountingSupplierParty/Party'));
  const payee = optional(at(root, 'PayeeParty'), partyOf);
  // Who draws money is an identifier of the seller or the payee.
  const creditor = [...seller.identifiers, ...(payee?.identifiers ?? [])].find(({ scheme }) => scheme === 'SEPA')?.id ?? null;
  const payments = childrenOf(root, 'PaymentMeans').map((means) => paymentOf(means, creditor));
  const taxTotals = childrenOf(root, 'TaxTotal');
  const currency = textAt(root, 'DocumentCurrencyCode');
  const taxCurrency = textAt(root, 'TaxCurrencyCode');
  const inCurrency = (wanted: string | null) => taxTotals.find((total) => at(total, 'TaxAmount')?.attributes.currencyID === wanted);
  const main = inCurrency(currency) ?? taxTotals[0];
  const accounted = taxCurrency === null ? undefined : inCurrency(taxCurrency);
  const totals = at(root, 'LegalMonetaryTotal');
  const amount = (name: string) => asNumber(textAt(totals, name));
  const documents = childrenOf(root, 'AdditionalDocumentReference');
  const isObject = (document: Element) => textAt(document, 'DocumentTypeCode') === '130';
  const order = textAt(root, 'OrderReference/ID');
  return {
    syntax: isCredit ? 'ubl-credit-note' : 'ubl-invoice',
    profile: textAt(root, 'CustomizationID'),
    process: textAt(root, 'ProfileID'),
    number: textAt(root, 'ID'),
    issueDate: textAt(root, 'IssueDate'),
    typeCode: textAt(root, isCredit ? 'CreditNoteTypeCode' : 'InvoiceTypeCode'),
    currency,
    taxCurrency,
    taxPointDate: textAt(root, 'TaxPointDate'),
    taxPointCode: textAt(root, 'InvoicePeriod/DescriptionCode'),
    // A credit note has its due date with the means of payment.
    dueDate: textAt(root, 'DueDate') ?? childrenOf(root, 'PaymentMeans').map((means) => textAt(means, 'PaymentDueDate'))[0] ?? null,
    buyerReference: textAt(root, 'BuyerReference'),
    references: {
      project: textAt(root, 'ProjectReference/ID'),
      contract: textAt(root, 'ContractDocumentReference/ID'),
      // What an order reference must have where only the seller's is known.
      order: order === 'NA' ? null : order,
      salesOrder: textAt(root, 'OrderReference/SalesOrderID'),
      receipt: textAt(root, 'ReceiptDocumentReference/ID'),
      despatch: textAt(root, 'DespatchDocumentReference/ID'),
      tender: textAt(root, 'OriginatorDocumentReference/ID'),
      object: documents.filter(isObject).map((document) => textAt(document, 'ID'))[0] ?? null,
    },
    accounting: textAt(root, 'AccountingCost'),
    terms: textAt(root, 'PaymentTerms/Note'),
    notes: childrenOf(root, 'Note').map(({ text }) => {
      const coded = /^#([A-Z]{3})#([\s\S]*)$/.exec(text);
      return coded ? { subject: coded[1], text: coded[2].trim() } : { subject: null, text: text || null };
    }),
    preceding: childrenOf(root, 'BillingReference').map((reference) => ({
      number: textAt(reference, 'InvoiceDocumentReference/ID'),
      date: textAt(reference, 'InvoiceDocumentReference/IssueDate'),
    })),
    seller: { ...seller, identifiers: seller.identifiers.filter(({ scheme }) => scheme !== 'SEPA') },
    buyer: partyOf(at(root, 'AccountingCustomerParty/Party')),
    payee,
    representative: optional(at(root, 'TaxRepresentativeParty'), partyOf),
    delivery: optional(at(root, 'Delivery'), (delivery) => ({
      name: textAt(delivery, 'DeliveryParty/PartyName/Name'),
      location: identifierOf(at(delivery, 'DeliveryLocation/ID')),
      date: textAt(delivery, 'ActualDeliveryDate'),
      address: optional(at(delivery, 'DeliveryLocation/Address'), addressOf),
    })),
    period: optional(at(root, 'InvoicePeriod'), periodOf),
    payments,
    allowances: childrenOf(root, 'AllowanceCharge').map(allowanceOf),
    totals: {
      lines: amount('LineExtensionAmount'),
      allowances: amount('AllowanceTotalAmount'),
      charges: amount('ChargeTotalAmount'),
      net: amount('TaxExclusiveAmount'),
      tax: asNumber(textAt(main, 'TaxAmount')),
      taxAccounted: accounted === main ? null : asNumber(textAt(accounted, 'TaxAmount')),
      gross: amount('TaxInclusiveAmount'),
      paid: amount('PrepaidAmount'),
      rounding: amount('PayableRoundingAmount'),
      due: amount('PayableAmount'),
    },
    taxes: childrenOf(main, 'TaxSubtotal').map((share) => ({
      basis: asNumber(textAt(share, 'TaxableAmount')),
      amount: asNumber(textAt(share, 'TaxAmount')),
      category: textAt(share, 'TaxCategory/ID'),
      rate: asNumber(textAt(share, 'TaxCategory/Percent')),
      reason: textAt(share, 'TaxCategory/TaxExemptionReason'),
      reasonCode: textAt(share, 'TaxCategory/TaxExemptionReasonCode'),
    })),
    attachments: documents
      .filter((document) => !isObject(document))
      .map((document) => {
        const binary = at(document, 'Attachment/EmbeddedDocumentBinaryObject');
        return {
          reference: textAt(document, 'ID'),
          description: textAt(document, 'DocumentDescription'),
          address: textAt(document, 'Attachment/ExternalReference/URI'),
          fileName: binary?.attributes.filename ?? null,
          mime: binary?.attributes.mimeCode ?? null,
          content: binary ? binary.text : null,
        };
      }),
    lines: childrenOf(root, isCredit ? 'CreditNoteLine' : 'InvoiceLine').map(lineOf),
  };
}

const periodOf = (element: Element): Period => ({ from: textAt(element, 'StartDate'), to: textAt(element, 'EndDate') });

const addressOf = (element: Element): Address => ({
  lines: [textAt(element, 'StreetName'), textAt(element, 'AdditionalStreetName'), textAt(element, 'AddressLine/Line')].filter(
    (line) => line !== null,
  ),
  city: textAt(element, 'CityName'),
  postcode: textAt(element, 'PostalZone'),
  region: textAt(element, 'CountrySubentity'),
  country: textAt(element, 'Country/IdentificationCode'),
});

function partyOf(party: Element | undefined): Party {
  const schemes = childrenOf(party, 'PartyTaxScheme');
  const taxed = (isVat: boolean) =>
    schemes
      .filter((scheme) => (textAt(scheme, 'TaxScheme/ID') === 'VAT') === isVat)
      .map((scheme) => textAt(scheme, 'CompanyID'))
      .find((id) => id !== null) ?? null;
  const contact = at(party, 'Contact');
  const registered = textAt(party, 'PartyLegalEntity/RegistrationName');
  const called = textAt(party, 'PartyName/Name');
  return {
    name: registered ?? called,
    tradingName: registered === null ? null : called,
    identifiers: childrenOf(party, 'PartyIdentification').flatMap((identification) => identifierOf(at(identification, 'ID')) ?? []),
    registration: identifierOf(at(party, 'PartyLegalEntity/CompanyID')),
    taxId: taxed(true),
    taxNumber: taxed(false),
    legalForm: textAt(party, 'PartyLegalEntity/CompanyLegalForm'),
    endpoint: identifierOf(at(party, 'EndpointID')),
    address: optional(at(party, 'PostalAddress'), addressOf),
    contact: contact
      ? { name: textAt(contact, 'Name'), phone: textAt(contact, 'Telephone'), mail: textAt(contact, 'ElectronicMail') }
      : null,
  };
}

function paymentOf(means: Element, creditor: string | null): Payment {
  const card = at(means, 'CardAccount');
  const mandate = at(means, 'PaymentMandate');
  return {
    code: textAt(means, 'PaymentMeansCode'),
    text: at(means, 'PaymentMeansCode')?.attributes.name ?? null,
    remittance: textAt(means, 'PaymentID'),
    accounts: childrenOf(means, 'PayeeFinancialAccount').map((account) => ({
      id: textAt(account, 'ID'),
      name: textAt(account, 'Name'),
      bic: textAt(account, 'FinancialInstitutionBranch/ID'),
    })),
    card: card ? { number: textAt(card, 'PrimaryAccountNumberID'), holder: textAt(card, 'HolderName') } : null,
    debit: mandate ? { mandate: textAt(mandate, 'ID'), creditor, account: textAt(mandate, 'PayerFinancialAccount/ID') } : null,
  };
}

const allowanceOf = (element: Element): Allowance => ({
  isCharge: textAt(element, 'ChargeIndicator') === 'true',
  amount: asNumber(textAt(element, 'Amount')),
  base: asNumber(textAt(element, 'BaseAmount')),
  percent: asNumber(textAt(element, 'MultiplierFactorNumeric')),
  category: textAt(element, 'TaxCategory/ID'),
  rate: asNumber(textAt(element, 'TaxCategory/Percent')),
  reason: textAt(element, 'AllowanceChargeReason'),
  reasonCode: textAt(element, 'AllowanceChargeReasonCode'),
});

function lineOf(line: Element): EInvoiceLine {
  const quantity = at(line, 'InvoicedQuantity') ?? at(line, 'CreditedQuantity');
  const base = at(line, 'Price/BaseQuantity');
  return {
    id: textAt(line, 'ID'),
    note: textAt(line, 'Note'),
    object: textAt(line, 'DocumentReference/ID'),
    quantity: asNumber(quantity?.text || null),
    unit: quantity?.attributes.unitCode ?? null,
    net: asNumber(textAt(line, 'LineExtensionAmount')),
    orderLine: textAt(line, 'OrderLineReference/LineID'),
    accounting: textAt(line, 'AccountingCost'),
    period: optional(at(line, 'InvoicePeriod'), periodOf),
    allowances: childrenOf(line, 'AllowanceCharge').map(allowanceOf),
    price: {
      net: asNumber(textAt(line, 'Price/PriceAmount')),
      discount: asNumber(textAt(line, 'Price/AllowanceCharge/Amount')),
      gross: asNumber(textAt(line, 'Price/AllowanceCharge/BaseAmount')),
      base: asNumber(base?.text || null),
      baseUnit: base?.attributes.unitCode ?? null,
    },
    category: textAt(line, 'Item/ClassifiedTaxCategory/ID'),
    rate: asNumber(textAt(line, 'Item/ClassifiedTaxCategory/Percent')),
    item: {
      name: textAt(line, 'Item/Name'),
      description: textAt(line, 'Item/Description'),
      sellerId: textAt(line, 'Item/SellersItemIdentification/ID'),
      buyerId: textAt(line, 'Item/BuyersItemIdentification/ID'),
      standard: identifierOf(at(line, 'Item/StandardItemIdentification/ID')),
      classes: childrenOf(at(line, 'Item'), 'CommodityClassification').flatMap((one) => {
        const code = at(one, 'ItemClassificationCode');
        return code ? [{ id: code.text || null, scheme: code.attributes.listID ?? null }] : [];
      }),
      origin: textAt(line, 'Item/OriginCountry/IdentificationCode'),
      attributes: childrenOf(at(line, 'Item'), 'AdditionalItemProperty').map((one) => ({
        name: textAt(one, 'Name'),
        value: textAt(one, 'Value'),
      })),
    },
  };
}
