import { log } from './log.js';
import { run } from './process.js';
import { startServer } from './server.js';
import { settingsOf } from './settings.js';

const server = await run(() => startServer(settingsOf()));
log.info({ http: server.httpPort, smtp: server.smtpPort }, 'ready');
