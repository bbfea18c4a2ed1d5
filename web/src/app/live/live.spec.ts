import '@angular/compiler';
import { Live } from './live';

/** A stream that the test speaks through. */
class Stream {
  static readonly opened: Stream[] = [];
  closed = false;
  onopen: () => void = () => undefined;
  onerror: () => void = () => undefined;
  onmessage: (event: { data: string }) => void = () => undefined;
  constructor(readonly address: string) {
    Stream.opened.push(this);
  }
  close() {
    this.closed = true;
  }
}
const stage = globalThis as { EventSource?: unknown };

describe('the live stream', () => {
  beforeEach(() => {
    Stream.opened.length = 0;
    stage.EventSource = Stream;
  });
  afterEach(() => delete stage.EventSource);

  const listening = () => {
    const live = new Live();
    const heard: unknown[] = [];
    live.news.subscribe((news) => heard.push(news));
    live.open();
    return { live, heard, stream: Stream.opened[0] };
  };

  it('hands on what the server tells', () => {
    const { heard, stream } = listening();
    stream.onopen();
    stream.onmessage({ data: '[{"what":"document","id":7}]' });
    expect(heard).toEqual([[{ what: 'document', id: 7 }]]);
  });

  it('says when it is away, and asks for everything when it is back', () => {
    const { live, heard, stream } = listening();
    stream.onopen();
    expect([live.connected(), heard]).toEqual([true, []]);
    stream.onerror();
    expect(live.connected()).toBe(false);
    stream.onopen();
    expect([live.connected(), heard]).toEqual([true, [[]]]);
  });

  it('is one, however often it is opened, until it is closed', () => {
    const { live, stream } = listening();
    live.open();
    expect(Stream.opened).toHaveLength(1);
    live.close();
    expect(stream.closed).toBe(true);
    live.open();
    expect(Stream.opened.map(({ address }) => address)).toEqual(['/api/events', '/api/events']);
  });
});
