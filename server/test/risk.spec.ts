import type { DocumentReading, ReadValue } from '@umber/core/reading';
import { arrived } from './documents.js';
import { testServer, Visitor, type TestServer } from './harness.js';

describe('how sure reading must be', () => {
  let server: TestServer;
  let controller: Visitor;
  beforeAll(async () => {
    server = await testServer();
    controller = await Visitor.signedIn(server.httpPort, 'ruth');
  });
  afterAll(() => server.close());

  it('is shown with how many of the values read last it would ask about', async () => {
    expect(await controller.ok('GET', '/api/reading/risk')).toMatchObject({ acceptedRisk: 6, values: 0 });
    await arrived(server, controller, 'hartscale', 0);
    await arrived(server, controller, 'elsterfurt', 0, { totalOff: '7.00' });
    const view = await controller.ok('GET', '/api/reading/risk');
    const confidences = await confidencesRead();
    expect(confidences.length).toBeGreaterThan(40);
    expect(view.values).toBe(confidences.length);
    expect(view.asked).toHaveLength(40);
    for (const risk of [1, 6, 40]) expect(view.asked[risk - 1]).toBe(confidences.filter((one) => one < 1 - risk / 100).length);
  });

  it('is set by a controller, within reason, and holds for what is read from then on', async () => {
    expect((await controller.ok('PUT', '/api/reading/risk', { acceptedRisk: 25 })).acceptedRisk).toBe(25);
    for (const acceptedRisk of [0, 41, 2.5, 'much']) {
      const { status, body } = await controller.send('PUT', '/api/reading/risk', { acceptedRisk });
      expect([status, body.message]).toEqual([400, 'Say how many of 100 may be wrong unasked: a whole number from 1 to 40.']);
    }
    expect((await controller.ok('GET', '/api/reading/risk')).acceptedRisk).toBe(25);
    const { rows } = await server.pool.query('select accepted_risk from company');
    expect(Number(rows[0].accepted_risk)).toBe(0.25);
  });

  async function confidencesRead(): Promise<number[]> {
    const { rows } = await server.pool.query<{ result: DocumentReading }>('select result from readings');
    return rows.flatMap(({ result }) => {
      const cells = result.lines.flatMap(({ page: _page, box: _box, ...line }) => Object.values(line) as (ReadValue | null)[]);
      return [...Object.values(result.fields), ...cells].flatMap((value) => (value ? [value.confidence] : []));
    });
  }
});
