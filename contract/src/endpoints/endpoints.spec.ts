import { MAY } from '@umber/core/permissions';
import { addressOf, ENDPOINTS } from './index.js';
import { INPUT_SCHEMAS, PATH_SCHEMAS } from './schemas.js';

const all = Object.entries(ENDPOINTS);

describe('the table of endpoints', () => {
  it('names each request once', () => {
    const requests = all.map(([, { method, path }]) => `${method} ${path.replace(/:\w+/g, ':')}`);
    expect(new Set(requests).size).toBe(requests.length);
  });

  it('input for rights that there are', () => {
    const known = [...Object.keys(MAY), 'anyone', 'signed-in', 'program'];
    for (const [name, { access }] of all) for (const one of [access].flat()) expect([name, known.includes(one)]).toEqual([name, true]);
  });

  it('lets nobody change anything access is only signed in', () => {
    const open = all.filter(([, { method, access }]) => method !== 'GET' && (access === 'anyone' || access === 'signed-in'));
    expect(open.map(([name]) => name).sort()).toEqual(['signIn', 'signOut']);
  });

  it('knows how each part of its paths must be written', () => {
    const parts = all.flatMap(([, { path }]) => [...path.matchAll(/:(\w+)/g)].map(([, part]) => part));
    expect([...new Set(parts)].sort()).toEqual(Object.keys(PATH_SCHEMAS).sort());
  });

  it('takes nothing that no type names', () => {
    for (const [name, schema] of Object.entries(INPUT_SCHEMAS)) {
      if (schema.type !== 'object') continue;
      const { error } = schema.validate({ somethingElse: 1 });
      expect([name, error === undefined]).toEqual([name, false]);
    }
  });
});

describe('where an endpoint is', () => {
  it('has its values in it, with nothing that would mean another place', () => {
    expect(addressOf('changeCell', { id: 7, position: 0, cell: 'unitPrice' })).toBe('/api/documents/7/lines/0/unitPrice');
    expect(addressOf('documentPicture', { id: 7, page: 2 }, { turned: 1 })).toBe('/api/documents/7/pages/2/picture?turned=1');
    expect(addressOf('suppliers', {}, { q: 'Å & b/ü=?' })).toBe('/api/suppliers?q=%C3%85%20%26%20b%2F%C3%BC%3D%3F');
    expect(addressOf('upload', { upload: '../session' })).toBe('/api/uploads/..%2Fsession');
  });
});
