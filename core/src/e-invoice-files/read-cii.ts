import { isoDate } from '../dates/index.js';
import type { Address, Allowance, EInvoice, EInvoiceLine, Party, Payment, Period } from '../e-invoices/index.js';
import { asNumber } from './numbers.js';
import { identifierOf, optional } from './parts.js';
import { at, childrenOf, textAt, type Element } from './xml.js';

/** UN/CEFACT Cross Industry Invoice D16B, by the paths of its binding to EN 16931 (CEN/TS 16931-3-3), and what its extended profile has beside. */
export function readCii(root: Element): EInvoice {
  const document = at(root, 'ExchangedDocument');
  const trade = at(root, 'SupplyChainTradeTransaction');
  const agreement = at(trade, 'ApplicableHeaderTradeAgreement');
  const delivery = at(trade, 'ApplicableHeaderTradeDelivery');
  const settlement = at(trade, 'ApplicableHeaderTradeSettlement');
  const summation = at(settlement, 'SpecifiedTradeSettlementHeaderMonetarySummation');
  const amount = (name: string) => asNumber(textAt(summation, name));
  const currency = textAt(settlement, 'InvoiceCurrencyCode');
  const taxCurrency = textAt(settlement, 'TaxCurrencyCode');
  const taxes = childrenOf(settlement, 'ApplicableTradeTax');
  const taxTotals = childrenOf(summation, 'TaxTotalAmount');
  const main = taxTotals.find(({ attributes }) => attributes.currencyID === currency) ?? taxTotals[0];
  const accounted = taxTotals.find((total) => total !== main && total.attributes.currencyID === taxCurrency);
  const documents = childrenOf(agreement, 'AdditionalReferencedDocument');
  const documentOf = (code: string) => documents.find((one) => textAt(one, 'TypeCode') === code);
  const terms = childrenOf(settlement, 'SpecifiedTradePaymentTerms');
  const reference = (path: string) => textAt(agreement, `${path}/IssuerAssignedID`);
  const shipTo = at(delivery, 'ShipToTradeParty');
  const deliveredOn = dateAt(delivery, 'ActualDeliverySupplyChainEvent/OccurrenceDateTime');
  return {
    syntax: 'cii',
    profile: textAt(root, 'ExchangedDocumentContext/GuidelineSpecifiedDocumentContextParameter/ID'),
    process: textAt(root, 'ExchangedDocumentContext/BusinessProcessSpecifiedDocumentContextParameter/ID'),
    number: textAt(document, 'ID'),
    issueDate: dateAt(document, 'IssueDateTime'),
    typeCode: textAt(document, 'TypeCode'),
    currency,
    taxCurrency,
    taxPointDate: taxes.map((tax) => dateAt(tax, 'TaxPointDate'))[0] ?? null,
    taxPointCode: taxes.map((tax) => textAt(tax, 'DueDateTypeCode'))[0] ?? null,
    dueDate: terms.map((one) => dateAt(one, 'DueDateDateTime')).find((date) => date !== null) ?? null,
    buyerReference: textAt(agreement, 'BuyerReference'),
    references: {
      project: textAt(agreement, 'SpecifiedProcuringProject/ID'),
      contract: reference('ContractReferencedDocument'),
      order: reference('BuyerOrderReferencedDocument'),
      salesOrder: reference('SellerOrderReferencedDocument'),
      receipt: textAt(delivery, 'ReceivingAdviceReferencedDocument/IssuerAssignedID'),
      despatch: textAt(delivery, 'DespatchAdviceReferencedDocument/IssuerAssignedID'),
      tender: textAt(documentOf('50'), 'IssuerAssignedID'),
      object: textAt(documentOf('130'), 'IssuerAssignedID'),
    },
    accounting: textAt(settlement, 'ReceivableSpecifiedTradeAccountingAccount/ID'),
    terms: terms.map((one) => textAt(one, 'Description')).find((text) => text !== null) ?? null,
    notes: childrenOf(document, 'IncludedNote').map((note) => ({ subject: textAt(note, 'SubjectCode'), text: textAt(note, 'Content') })),
    preceding: childrenOf(settlement, 'InvoiceReferencedDocument').map((one) => ({
      number: textAt(one, 'IssuerAssignedID'),
      date: dateAt(one, 'FormattedIssueDateTime'),
    })),
    seller: partyOf(at(agreement, 'SellerTradeParty')),
    buyer: partyOf(at(agreement, 'BuyerTradeParty')),
    payee: optional(at(settlement, 'PayeeTradeParty'), partyOf),
    representative: optional(at(agreement, 'SellerTaxRepresentativeTradeParty'), partyOf),
    delivery:
      shipTo === undefined && deliveredOn === null
        ? null
        : {
            name: textAt(shipTo, 'Name'),
            location: identifierOf(at(shipTo, 'GlobalID')) ?? identifierOf(at(shipTo, 'ID')),
            date: deliveredOn,
            address: optional(at(shipTo, 'PostalTradeAddress'), addressOf),
          },
    period: optional(at(settlement, 'BillingSpecifiedPeriod'), periodOf),
    payments: paymentsOf(settlement, terms),
    allowances: [
      ...childrenOf(settlement, 'SpecifiedTradeAllowanceCharge').map(allowanceOf),
      // Freight has a place of its own in the extended profile.
      ...childrenOf(settlement, 'SpecifiedLogisticsServiceCharge').map((charge): Allowance => ({
        isCharge: true,
        amount: asNumber(textAt(charge, 'AppliedAmount')),
        base: null,
        percent: null,
        category: textAt(charge, 'AppliedTradeTax/CategoryCode'),
        rate: asNumber(textAt(charge, 'AppliedTradeTax/RateApplicablePercent')),
        reason: textAt(charge, 'Description'),
        reasonCode: null,
      })),
    ],
    totals: {
      lines: amount('LineTotalAmount'),
      allowances: amount('AllowanceTotalAmount'),
      charges: amount('ChargeTotalAmount'),
      net: amount('TaxBasisTotalAmount'),
      tax: asNumber(main?.text || null),
      taxAccounted: asNumber(accounted?.text || null),
      gross: amount('GrandTotalAmount'),
      paid: amount('TotalPrepaidAmount'),
      rounding: amount('RoundingAmount'),
      due: amount('DuePayableAmount'),
    },
    taxes: taxes.map((tax) => ({
      basis: asNumber(textAt(tax, 'BasisAmount')),
      amount: asNumber(textAt(tax, 'CalculatedAmount')),
      category: textAt(tax, 'CategoryCode'),
      rate: asNumber(textAt(tax, 'RateApplicablePercent')),
      reason: textAt(tax, 'ExemptionReason'),
      reasonCode: textAt(tax, 'ExemptionReasonCode'),
    })),
    attachments: documents
      .filter((one) => !['50', '130'].includes(textAt(one, 'TypeCode') ?? ''))
      .map((one) => {
        const binary = at(one, 'AttachmentBinaryObject');
        return {
          reference: textAt(one, 'IssuerAssignedID'),
          description: textAt(one, 'Name'),
          address: textAt(one, 'URIID'),
          fileName: binary?.attributes.filename ?? null,
          mime: binary?.attributes.mimeCode ?? null,
          content: binary ? binary.text : null,
        };
      }),
    lines: childrenOf(trade, 'IncludedSupplyChainTradeLineItem').filter(isOwnLine).map(lineOf),
  };
}

/** The extended profile has headings and what is only told among its lines: they ask for nothing. */
const isOwnLine = (line: Element): boolean =>
  !['GROUP', 'INFORMATION'].includes(textAt(line, 'AssociatedDocumentLineDocument/LineStatusReasonCode') ?? '');

/** A date at a path, ISO 8601 where it is one of format 102, else as it stands. */
function dateAt(element: Element | undefined, path: string): string | null {
  const held = at(element, path);
  if (held === undefined) return null;
  const text = (held.children[0]?.text ?? held.text).trim();
  if (text === '') return null;
  const compact = /^(\d{4})(\d{2})(\d{2})$/.exec(text);
  return (compact && isoDate(Number(compact[1]), Number(compact[2]), Number(compact[3]))) ?? text.replace(/T00:00:00.*$/, '');
}

const periodOf = (element: Element): Period => ({ from: dateAt(element, 'StartDateTime'), to: dateAt(element, 'EndDateTime') });

const addressOf = (element: Element): Address => ({
  lines: [textAt(element, 'LineOne'), textAt(element, 'LineTwo'), textAt(element, 'LineThree')].filter((line) => line !== null),
  city: textAt(element, 'CityName'),
  postcode: textAt(element, 'PostcodeCode'),
  region: textAt(element, 'CountrySubDivisionName'),
  country: textAt(element, 'CountryID'),
});

function partyOf(party: Element | undefined): Party {
  const registered = (scheme: string) =>
    childrenOf(party, 'SpecifiedTaxRegistration')
      .map((registration) => at(registration, 'ID'))
      .find((id) => id?.attributes.schemeID === scheme)?.text || null;
  const contact = at(party, 'DefinedTradeContact');
  return {
    name: textAt(party, 'Name'),
    tradingName: textAt(party, 'SpecifiedLegalOrganization/TradingBusinessName'),
    identifiers: [...childrenOf(party, 'ID'), ...childrenOf(party, 'GlobalID')].flatMap((id) => identifierOf(id) ?? []),
    registration: identifierOf(at(party, 'SpecifiedLegalOrganization/ID')),
    taxId: registered('VA'),
    taxNumber: registered('FC'),
    legalForm: textAt(party, 'Description'),
    endpoint: identifierOf(at(party, 'URIUniversalCommunication/URIID')),
    address: optional(at(party, 'PostalTradeAddress'), addressOf),
    contact: contact
      ? {
          name: textAt(contact, 'PersonName') ?? textAt(contact, 'DepartmentName'),
          phone: textAt(contact, 'TelephoneUniversalCommunication/CompleteNumber'),
          mail: textAt(contact, 'EmailURIUniversalCommunication/URIID'),
        }
      : null,
  };
}

function paymentsOf(settlement: Element | undefined, terms: readonly Element[]): Payment[] {
  const remittance = textAt(settlement, 'PaymentReference');
  const mandate = terms.map((one) => textAt(one, 'DirectDebitMandateID')).find((id) => id !== null) ?? null;
  const creditor = textAt(settlement, 'CreditorReferenceID');
  return childrenOf(settlement, 'SpecifiedTradeSettlementPaymentMeans').map((means) => {
    const account = at(means, 'PayeePartyCreditorFinancialAccount');
    const card = at(means, 'ApplicableTradeSettlementFinancialCard');
    const debited = textAt(means, 'PayerPartyDebtorFinancialAccount/IBANID');
    return {
      code: textAt(means, 'TypeCode'),
      text: textAt(means, 'Information'),
      remittance,
      accounts: account
        ? [
            {
              id: textAt(account, 'IBANID') ?? textAt(account, 'ProprietaryID'),
              name: textAt(account, 'AccountName'),
              bic: textAt(means, 'PayeeSpecifiedCreditorFinancialInstitution/BICID'),
            },
          ]
        : [],
      card: card ? { number: textAt(card, 'ID'), holder: textAt(card, 'CardholderName') } : null,
      debit: debited !== null || mandate !== null ? { mandate, creditor, account: debited } : null,
    };
  });
}

const allowanceOf = (element: Element): Allowance => ({
  isCharge: textAt(element, 'ChargeIndicator/Indicator') === 'true',
  amount: asNumber(textAt(element, 'ActualAmount')),
  base: asNumber(textAt(element, 'BasisAmount')),
  percent: asNumber(textAt(element, 'CalculationPercent')),
  category: textAt(element, 'CategoryTradeTax/CategoryCode'),
  rate: asNumber(textAt(element, 'CategoryTradeTax/RateApplicablePercent')),
  reason: textAt(element, 'Reason'),
  reasonCode: textAt(element, 'ReasonCode'),
});

function lineOf(line: Element): EInvoiceLine {
  const product = at(line, 'SpecifiedTradeProduct');
  const agreement = at(line, 'SpecifiedLineTradeAgreement');
  const settlement = at(line, 'SpecifiedLineTradeSettlement');
  const quantity = at(line, 'SpecifiedLineTradeDelivery/BilledQuantity');
  const base = at(agreement, 'NetPriceProductTradePrice/BasisQuantity') ?? at(agreement, 'GrossPriceProductTradePrice/BasisQuantity');
  const discounts = childrenOf(at(agreement, 'GrossPriceProductTradePrice'), 'AppliedTradeAllowanceCharge');
  return {
    id: textAt(line, 'AssociatedDocumentLineDocument/LineID'),
    note: textAt(line, 'AssociatedDocumentLineDocument/IncludedNote/Content'),
    object: textAt(settlement, 'AdditionalReferencedDocument/IssuerAssignedID'),
    quantity: asNumber(quantity?.text || null),
    unit: quantity?.attributes.unitCode ?? null,
    net: asNumber(textAt(settlement, 'SpecifiedTradeSettlementLineMonetarySummation/LineTotalAmount')),
    orderLine: textAt(agreement, 'BuyerOrderReferencedDocument/LineID'),
    accounting: textAt(settlement, 'ReceivableSpecifiedTradeAccountingAccount/ID'),
    period: optional(at(settlement, 'BillingSpecifiedPeriod'), periodOf),
    allowances: childrenOf(settlement, 'SpecifiedTradeAllowanceCharge').map(allowanceOf),
    price: {
      net: asNumber(textAt(agreement, 'NetPriceProductTradePrice/ChargeAmount')),
      discount: asNumber(discounts.map((discount) => textAt(discount, 'ActualAmount'))[0] ?? null),
      gross: asNumber(textAt(agreement, 'GrossPriceProductTradePrice/ChargeAmount')),
      base: asNumber(base?.text || null),
      baseUnit: base?.attributes.unitCode ?? null,
    },
    category: textAt(settlement, 'ApplicableTradeTax/CategoryCode'),
    rate: asNumber(textAt(settlement, 'ApplicableTradeTax/RateApplicablePercent')),
    item: {
      name: textAt(product, 'Name'),
      description: textAt(product, 'Description'),
      sellerId: textAt(product, 'SellerAssignedID'),
      buyerId: textAt(product, 'BuyerAssignedID'),
      standard: identifierOf(at(product, 'GlobalID')),
      classes: childrenOf(product, 'DesignatedProductClassification').flatMap((one) => {
        const code = at(one, 'ClassCode');
        return code ? [{ id: code.text || null, scheme: code.attributes.listID ?? null }] : [];
      }),
      origin: textAt(product, 'OriginTradeCountry/ID'),
      attributes: childrenOf(product, 'ApplicableProductCharacteristic').map((one) => ({
        name: textAt(one, 'Description'),
        value: textAt(one, 'Value'),
      })),
    },
  };
}
