import { depthMails, electronicMails, firstDayMails } from '@umber/demo/first-day';
import { DEMO_PASSWORD, PEOPLE } from '@umber/demo/scenario';
import { sendMail } from './send.js';

/** The demo's first day: suppliers mail, then people work on some of what came, all through the same doors as anyone. */
const base = `http://127.0.0.1:${process.env.UMBER_HTTP_PORT}`;
const smtpPort = Number(process.env.UMBER_SMTP_PORT);
const PATIENCE_MS = 120_000;

interface Row {
  readonly id: number;
  readonly supplier: string | null;
}
interface Document {
  readonly id: number;
  readonly version: number;
  readonly tray: string;
  readonly exceptions: readonly { id: number; facts: { code: string } }[];
}

class Visitor {
  #cookie = '';

  static async signIn(login: string): Promise<Visitor> {
    const visitor = new Visitor();
    const response = await visitor.#fetch('/api/session', 'POST', { login, password: DEMO_PASSWORD });
    visitor.#cookie = response.headers
      .getSetCookie()
      .map((cookie) => cookie.split(';')[0])
      .join('; ');
    return visitor;
  }

  async get<T>(path: string): Promise<T> {
    return (await this.#fetch(path, 'GET')).json() as Promise<T>;
  }

  async post<T>(path: string, body: unknown): Promise<T> {
    return (await this.#fetch(path, 'POST', body)).json() as Promise<T>;
  }

  async #fetch(path: string, method: string, body?: unknown): Promise<Response> {
    const response = await fetch(base + path, {
      method,
      headers: { 'Content-Type': 'application/json', Origin: base, Cookie: this.#cookie },
      body: body === undefined ? undefined : JSON.stringify(body),
    });
    if (!response.ok) throw new Error(`${method} ${path}: ${response.status} ${await response.text()}`);
    return response;
  }
}

const today = new Date().toISOString().slice(0, 10);
for (const plan of [...firstDayMails(today), ...depthMails(today), ...electronicMails(today)]) await sendMail(plan, smtpPort);

const clerk = await Visitor.signIn('nell');
const deadline = Date.now() + PATIENCE_MS;
while (Date.now() < deadline) {
  const arrivals = await clerk.get<{ state: string; files: { documents: { tray: string }[] }[] }[]>('/api/arrivals');
  if (
    arrivals.every(
      (arrival) =>
        arrival.state !== 'stored' && arrival.files.every((file) => file.documents.every((document) => document.tray !== 'arriving')),
    )
  )
    break;
  await new Promise((resolve) => setTimeout(resolve, 300));
}

const rowsOf = async (tray: string): Promise<Row[]> => (await clerk.get<{ rows: Row[] }>(`/api/trays/${tray}`)).rows;
const view = (id: number) => clerk.get<Document>(`/api/documents/${id}`);

// The clerk accepts one price variance and parks one short receipt.
for (const row of await rowsOf('match')) {
  const document = await view(row.id);
  const exception = document.exceptions.find(({ facts }) => facts.code === 'price');
  if (row.supplier?.startsWith('Officine') && exception) {
    await clerk.post(`/api/documents/${row.id}/exceptions/${exception.id}/accept`, {
      version: document.version,
      reason: 'Price rise announced in spring, new price list on file',
    });
  }
  if (row.supplier?.startsWith('Bellwether'))
    await clerk.post(`/api/documents/${row.id}/park`, { version: document.version, reason: 'Rest of the delivery is due on Thursday' });
}

// The office manager approves one of what waits for him; the controller posts about half of what is ready.
const signOff = await rowsOf('sign-off');
const lawyer = signOff.find((row) => row.supplier?.startsWith('Underbarrow'));
if (lawyer) {
  const approver = await Visitor.signIn('piet');
  const document = await view(lawyer.id);
  await approver.post(`/api/documents/${lawyer.id}/approve`, { version: document.version, comment: 'As agreed by telephone' });
}
const controller = await Visitor.signIn('ruth');
const ready = await rowsOf('post');
for (const row of ready.slice(0, Math.ceil(ready.length / 2)))
  await controller.post(`/api/documents/${row.id}/post`, { version: (await view(row.id)).version });
console.log(`${PEOPLE.length} people, ${signOff.length} waited for approval, ${Math.ceil(ready.length / 2)} posted`);
