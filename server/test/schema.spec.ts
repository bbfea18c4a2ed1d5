import { writeCii, writeUbl } from '@umber/core/e-invoice-files';
import { conforming } from '../../core/src/e-invoices/fixtures/invoice.js';
import { faultOf, schemaFaults } from '../src/readers/schema.js';

const EN = 'urn:cen.eu:en16931:2017';
const cii = writeCii(conforming());

describe('the schema of an electronic invoice', () => {
  it.each([
    [EN, []],
    [`${EN}#compliant#urn:xeinkauf.de:kosit:xrechnung_3.0`, []],
    [`${EN}#conformant#urn:factur-x.eu:1p0:extended`, []],
    ['urn:something:else', null],
    [null, null],
  ])('of %s is asked where there is one', async (profile, found) => {
    expect(await schemaFaults(cii, profile)).toEqual(found);
  });

  it('has fewer elements in smaller profiles', async () => {
    for (const profile of ['urn:factur-x.eu:1p0:minimum', 'urn:factur-x.eu:1p0:basicwl', `${EN}#compliant#urn:factur-x.eu:1p0:basic`])
      expect((await schemaFaults(cii, profile))?.[0]).toMatchObject({ code: 'not-expected' });
  });

  it('finds what stands elsewhere, what is missing and what is no value, with its line', async () => {
    const renamed = await schemaFaults(cii.replaceAll('ram:TypeCode', 'ram:KindCode'), EN);
    expect(renamed?.[0]).toMatchObject({ code: 'not-expected', element: 'KindCode', wanted: expect.stringContaining('TypeCode') });
    expect(renamed?.[0].line).toBeGreaterThan(0);
    const short = await schemaFaults(cii.replace(/<rsm:SupplyChainTradeTransaction>.*<\/rsm:SupplyChainTradeTransaction>/s, ''), EN);
    expect(short?.[0]).toMatchObject({ code: 'missing', element: 'CrossIndustryInvoice', wanted: 'SupplyChainTradeTransaction' });
    const odd = await schemaFaults(cii.replace(/<ram:GrandTotalAmount>[\d.]+/, '<ram:GrandTotalAmount>much'), EN);
    expect(odd?.map(({ code, element }) => [code, element])).toContainEqual(['value', 'GrandTotalAmount']);
  });

  it('is not asked of UBL, nor of what is no XML at all', async () => {
    expect(await schemaFaults(writeUbl(conforming()), EN)).toBeNull();
    expect(await schemaFaults('CrossIndustryInvoice:100 <', EN)).not.toEqual([]);
    expect(await schemaFaults('', EN)).toBeNull();
  });

  it('says what the validator says, as a code', () => {
    expect(faultOf("Element '{urn:un:unece:x:100}A': This element is not expected. Expected is one of ( {urn:x}B, {urn:x}C ).", 7)).toEqual(
      {
        code: 'not-expected',
        line: 7,
        element: 'A',
        wanted: 'B, C',
      },
    );
    expect(faultOf('something new', null)).toEqual({ code: 'value', line: null, element: null, wanted: null });
  });
});
