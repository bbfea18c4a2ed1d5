import type { Address, Allowance, EInvoice, EInvoiceLine, Identifier, Party, Payment } from '../e-invoices/index.js';
import { branch, DECLARATION, leaf, type Piece } from './write-xml.js';

const SPACE = 'urn:un:unece:uncefact:data:standard:';

/** An invoice as UN/CEFACT Cross Industry Invoice D16B, in the order of the schema. */
export function writeCii(invoice: EInvoice): string {
  const { references, totals } = invoice;
  const remittance = invoice.payments.map((one) => one.remittance).find((text) => text !== null) ?? null;
  const debit = invoice.payments.map((one) => one.debit).find((one) => one !== null) ?? null;
  const documents = [
    references.tender === null ? null : document(references.tender, '50'),
    references.object === null ? null : document(references.object, '130'),
    ...invoice.attachments.map((one) =>
      branch('ram:AdditionalReferencedDocument', [
        leaf('ram:IssuerAssignedID', one.reference),
        leaf('ram:URIID', one.address),
        leaf('ram:TypeCode', '916'),
        leaf('ram:Name', one.description),
        leaf('ram:AttachmentBinaryObject', one.content, { mimeCode: one.mime, filename: one.fileName }),
      ]),
    ),
  ];
  const root = branch(
    'rsm:CrossIndustryInvoice',
    [
      branch('rsm:ExchangedDocumentContext', [
        branch('ram:BusinessProcessSpecifiedDocumentContextParameter', [leaf('ram:ID', invoice.process)]),
        branch('ram:GuidelineSpecifiedDocumentContextParameter', [leaf('ram:ID', invoice.profile)]),
      ]),
      branch('rsm:ExchangedDocument', [
        leaf('ram:ID', invoice.number),
        leaf('ram:TypeCode', invoice.typeCode),
        branch('ram:IssueDateTime', [day(invoice.issueDate)]),
        invoice.notes.map(({ subject, text }) => branch('ram:IncludedNote', [leaf('ram:Content', text), leaf('ram:SubjectCode', subject)])),
      ]),
      branch('rsm:SupplyChainTradeTransaction', [
        invoice.lines.map(lineOf),
        branch('ram:ApplicableHeaderTradeAgreement', [
          leaf('ram:BuyerReference', invoice.buyerReference),
          branch('ram:SellerTradeParty', party(invoice.seller)),
          branch('ram:BuyerTradeParty', party(invoice.buyer)),
          invoice.representative === null ? null : branch('ram:SellerTaxRepresentativeTradeParty', party(invoice.representative)),
          branch('ram:SellerOrderReferencedDocument', [leaf('ram:IssuerAssignedID', references.salesOrder)]),
          branch('ram:BuyerOrderReferencedDocument', [leaf('ram:IssuerAssignedID', references.order)]),
          branch('ram:ContractReferencedDocument', [leaf('ram:IssuerAssignedID', references.contract)]),
          documents,
          branch('ram:SpecifiedProcuringProject', [
            leaf('ram:ID', references.project),
            references.project === null ? null : leaf('ram:Name', 'Project reference'),
          ]),
        ]),
        branch(
          'ram:ApplicableHeaderTradeDelivery',
          [
            invoice.delivery === null
              ? null
              : branch('ram:ShipToTradeParty', [
                  deliveredTo(invoice.delivery.location),
                  leaf('ram:Name', invoice.delivery.name),
                  invoice.delivery.address && address(invoice.delivery.address),
                ]),
            branch('ram:ActualDeliverySupplyChainEvent', [branch('ram:OccurrenceDateTime', [day(invoice.delivery?.date ?? null)])]),
            branch('ram:DespatchAdviceReferencedDocument', [leaf('ram:IssuerAssignedID', references.despatch)]),
            branch('ram:ReceivingAdviceReferencedDocument', [leaf('ram:IssuerAssignedID', references.receipt)]),
          ],
          { isKept: true },
        ),
        branch('ram:ApplicableHeaderTradeSettlement', [
          leaf('ram:CreditorReferenceID', debit?.creditor),
          leaf('ram:PaymentReference', remittance),
          leaf('ram:TaxCurrencyCode', invoice.taxCurrency),
          leaf('ram:InvoiceCurrencyCode', invoice.currency),
          invoice.payee === null ? null : branch('ram:PayeeTradeParty', party(invoice.payee)),
          invoice.payments.flatMap(means),
          invoice.taxes.map((share) =>
            branch('ram:ApplicableTradeTax', [
              leaf('ram:CalculatedAmount', share.amount),
              leaf('ram:TypeCode', 'VAT'),
              leaf('ram:ExemptionReason', share.reason),
              leaf('ram:BasisAmount', share.basis),
              leaf('ram:CategoryCode', share.category),
              leaf('ram:ExemptionReasonCode', share.reasonCode),
              branch('ram:TaxPointDate', [date('udt:DateString', invoice.taxPointDate)]),
              leaf('ram:DueDateTypeCode', invoice.taxPointCode),
              leaf('ram:RateApplicablePercent', share.rate),
            ]),
          ),
          branch('ram:BillingSpecifiedPeriod', [
            branch('ram:StartDateTime', [day(invoice.period?.from ?? null)]),
            branch('ram:EndDateTime', [day(invoice.period?.to ?? null)]),
          ]),
          invoice.allowances.map((one) => allowance(one, true)),
          branch('ram:SpecifiedTradePaymentTerms', [
            leaf('ram:Description', invoice.terms),
            branch('ram:DueDateDateTime', [day(invoice.dueDate)]),
            leaf('ram:DirectDebitMandateID', debit?.mandate),
          ]),
          branch('ram:SpecifiedTradeSettlementHeaderMonetarySummation', [
            leaf('ram:LineTotalAmount', totals.lines),
            leaf('ram:ChargeTotalAmount', totals.charges),
            leaf('ram:AllowanceTotalAmount', totals.allowances),
            leaf('ram:TaxBasisTotalAmount', totals.net),
            leaf('ram:TaxTotalAmount', totals.tax, { currencyID: invoice.currency }),
            leaf('ram:TaxTotalAmount', totals.taxAccounted, { currencyID: invoice.taxCurrency }),
            leaf('ram:RoundingAmount', totals.rounding),
            leaf('ram:GrandTotalAmount', totals.gross),
            leaf('ram:TotalPrepaidAmount', totals.paid),
            leaf('ram:DuePayableAmount', totals.due),
          ]),
          invoice.preceding.map(({ number, date: issued }) =>
            branch('ram:InvoiceReferencedDocument', [
              leaf('ram:IssuerAssignedID', number),
              branch('ram:FormattedIssueDateTime', [date('qdt:DateTimeString', issued)]),
            ]),
          ),
          branch('ram:ReceivableSpecifiedTradeAccountingAccount', [leaf('ram:ID', invoice.accounting)]),
        ]),
      ]),
    ],
    {
      isKept: true,
      attributes: {
        'xmlns:rsm': `${SPACE}CrossIndustryInvoice:100`,
        'xmlns:ram': `${SPACE}ReusableAggregateBusinessInformationEntity:100`,
        'xmlns:qdt': `${SPACE}QualifiedDataType:100`,
        'xmlns:udt': `${SPACE}UnqualifiedDataType:100`,
      },
    },
  );
  return `${DECLARATION}${root ?? ''}\n`;
}

const date = (name: string, text: string | null): Piece => leaf(name, text?.replaceAll('-', ''), { format: '102' });
const day = (text: string | null): Piece => date('udt:DateTimeString', text);
const document = (id: string, code: string): Piece =>
  branch('ram:AdditionalReferencedDocument', [leaf('ram:IssuerAssignedID', id), leaf('ram:TypeCode', code)]);
/** An identifier with a scheme is a global one. */
const deliveredTo = (one: Identifier | null): Piece =>
  one === null ? null : one.scheme === null ? leaf('ram:ID', one.id) : leaf('ram:GlobalID', one.id, { schemeID: one.scheme });

const address = (one: Address): Piece =>
  branch('ram:PostalTradeAddress', [
    leaf('ram:PostcodeCode', one.postcode),
    leaf('ram:LineOne', one.lines[0]),
    leaf('ram:LineTwo', one.lines[1]),
    leaf('ram:LineThree', one.lines[2]),
    leaf('ram:CityName', one.city),
    leaf('ram:CountryID', one.country),
    leaf('ram:CountrySubDivisionName', one.region),
  ]);

const party = (one: Party): Piece[] => [
  ...one.identifiers.filter(({ scheme }) => scheme === null).map(({ id }) => leaf('ram:ID', id)),
  ...one.identifiers.filter(({ scheme }) => scheme !== null).map(({ id, scheme }) => leaf('ram:GlobalID', id, { schemeID: scheme })),
  leaf('ram:Name', one.name),
  leaf('ram:Description', one.legalForm),
  branch('ram:SpecifiedLegalOrganization', [
    one.registration === null ? null : leaf('ram:ID', one.registration.id, { schemeID: one.registration.scheme }),
    leaf('ram:TradingBusinessName', one.tradingName),
  ]),
  one.contact &&
    branch('ram:DefinedTradeContact', [
      leaf('ram:PersonName', one.contact.name),
      branch('ram:TelephoneUniversalCommunication', [leaf('ram:CompleteNumber', one.contact.phone)]),
      branch('ram:EmailURIUniversalCommunication', [leaf('ram:URIID', one.contact.mail)]),
    ]),
  one.address && address(one.address),
  one.endpoint && branch('ram:URIUniversalCommunication', [leaf('ram:URIID', one.endpoint.id, { schemeID: one.endpoint.scheme })]),
  branch('ram:SpecifiedTaxRegistration', [leaf('ram:ID', one.taxId, { schemeID: 'VA' })]),
  branch('ram:SpecifiedTaxRegistration', [leaf('ram:ID', one.taxNumber, { schemeID: 'FC' })]),
];

/** Each account is a means of its own here; whether an account is an IBAN is told by its form. */
const means = (one: Payment): Piece[] =>
  (one.accounts.length === 0 ? [null] : one.accounts).map((account) =>
    branch('ram:SpecifiedTradeSettlementPaymentMeans', [
      leaf('ram:TypeCode', one.code),
      leaf('ram:Information', one.text),
      one.card &&
        branch('ram:ApplicableTradeSettlementFinancialCard', [
          leaf('ram:ID', one.card.number),
          leaf('ram:CardholderName', one.card.holder),
        ]),
      branch('ram:PayerPartyDebtorFinancialAccount', [leaf('ram:IBANID', one.debit?.account)]),
      account &&
        branch('ram:PayeePartyCreditorFinancialAccount', [
          leaf(/^[A-Z]{2}\d{2}/.test(account.id ?? '') ? 'ram:IBANID' : null, account.id),
          leaf('ram:AccountName', account.name),
          leaf(/^[A-Z]{2}\d{2}/.test(account.id ?? '') ? null : 'ram:ProprietaryID', account.id),
        ]),
      account && branch('ram:PayeeSpecifiedCreditorFinancialInstitution', [leaf('ram:BICID', account.bic)]),
    ]),
  );

const allowance = (one: Allowance, isTaxed: boolean): Piece =>
  branch('ram:SpecifiedTradeAllowanceCharge', [
    branch('ram:ChargeIndicator', [leaf('udt:Indicator', String(one.isCharge))]),
    leaf('ram:CalculationPercent', one.percent),
    leaf('ram:BasisAmount', one.base),
    leaf('ram:ActualAmount', one.amount),
    leaf('ram:ReasonCode', one.reasonCode),
    leaf('ram:Reason', one.reason),
    isTaxed
      ? branch('ram:CategoryTradeTax', [
          one.category === null ? null : leaf('ram:TypeCode', 'VAT'),
          leaf('ram:CategoryCode', one.category),
          leaf('ram:RateApplicablePercent', one.rate),
        ])
      : null,
  ]);

function lineOf(line: EInvoiceLine): Piece {
  const { price, item } = line;
  return branch('ram:IncludedSupplyChainTradeLineItem', [
    branch('ram:AssociatedDocumentLineDocument', [
      leaf('ram:LineID', line.id),
      branch('ram:IncludedNote', [leaf('ram:Content', line.note)]),
    ]),
    branch('ram:SpecifiedTradeProduct', [
      item.standard === null ? null : leaf('ram:GlobalID', item.standard.id, { schemeID: item.standard.scheme }),
      leaf('ram:SellerAssignedID', item.sellerId),
      leaf('ram:BuyerAssignedID', item.buyerId),
      leaf('ram:Name', item.name),
      leaf('ram:Description', item.description),
      item.attributes.map(({ name, value }) =>
        branch('ram:ApplicableProductCharacteristic', [leaf('ram:Description', name), leaf('ram:Value', value)]),
      ),
      item.classes.map((one) => branch('ram:DesignatedProductClassification', [leaf('ram:ClassCode', one.id, { listID: one.scheme })])),
      branch('ram:OriginTradeCountry', [leaf('ram:ID', item.origin)]),
    ]),
    branch('ram:SpecifiedLineTradeAgreement', [
      branch('ram:BuyerOrderReferencedDocument', [leaf('ram:LineID', line.orderLine)]),
      price.gross === null
        ? null
        : branch('ram:GrossPriceProductTradePrice', [
            leaf('ram:ChargeAmount', price.gross),
            leaf('ram:BasisQuantity', price.base, { unitCode: price.baseUnit }),
            price.discount === null
              ? null
              : branch('ram:AppliedTradeAllowanceCharge', [
                  branch('ram:ChargeIndicator', [leaf('udt:Indicator', 'false')]),
                  leaf('ram:ActualAmount', price.discount),
                ]),
          ]),
      branch('ram:NetPriceProductTradePrice', [
        leaf('ram:ChargeAmount', price.net),
        leaf('ram:BasisQuantity', price.base, { unitCode: price.baseUnit }),
      ]),
    ]),
    branch('ram:SpecifiedLineTradeDelivery', [leaf('ram:BilledQuantity', line.quantity, { unitCode: line.unit })]),
    branch('ram:SpecifiedLineTradeSettlement', [
      branch('ram:ApplicableTradeTax', [
        line.category === null ? null : leaf('ram:TypeCode', 'VAT'),
        leaf('ram:CategoryCode', line.category),
        leaf('ram:RateApplicablePercent', line.rate),
      ]),
      branch('ram:BillingSpecifiedPeriod', [
        branch('ram:StartDateTime', [day(line.period?.from ?? null)]),
        branch('ram:EndDateTime', [day(line.period?.to ?? null)]),
      ]),
      line.allowances.map((one) => allowance(one, false)),
      branch('ram:SpecifiedTradeSettlementLineMonetarySummation', [leaf('ram:LineTotalAmount', line.net)]),
      line.object === null ? null : document(line.object, '130'),
      branch('ram:ReceivableSpecifiedTradeAccountingAccount', [leaf('ram:ID', line.accounting)]),
    ]),
  ]);
}
