import type { LiveNews } from '@umber/contract/trays';
import { sessionLives, sessionNameOf } from '../people/sessions.js';
import type { Services } from '../services.js';
import type { Handlers } from '../serve.js';

const HEARTBEAT_MS = 20_000;
/** News of one moment are sent together. */
const GATHER_MS = 150;

/** The live stream (server-sent events): what changed, so that screens ask for it. */
export const eventRoutes = (services: Services): Handlers<'news'> => ({
  news: ({ request, response }) => {
    const { live, streams } = services;
    const session = sessionNameOf(request) ?? '';
    streams.add(session, response);
    response.writeHead(200, {
      'Content-Type': 'text/event-stream',
      'Cache-Control': 'no-cache, no-transform',
      Connection: 'keep-alive',
      'X-Accel-Buffering': 'no',
    });
    response.write('retry: 2000\n\n');
    let gathered: LiveNews[] = [];
    let timer: NodeJS.Timeout | undefined;
    const send = () => {
      timer = undefined;
      response.write(`data: ${JSON.stringify(gathered)}\n\n`);
      gathered = [];
    };
    const onNews = (news: LiveNews) => {
      gathered.push(news);
      timer ??= setTimeout(send, GATHER_MS);
    };
    // A session that ended otherwise than by signing out takes its streams with it.
    const beat = async () => {
      if (await sessionLives(services, request).catch(() => true)) response.write(': still here\n\n');
      else response.end();
    };
    const heartbeat = setInterval(() => void beat(), HEARTBEAT_MS);
    live.on('news', onNews);
    response.on('close', () => {
      streams.remove(session, response);
      live.off('news', onNews);
      clearInterval(heartbeat);
      clearTimeout(timer);
    });
  },
});
