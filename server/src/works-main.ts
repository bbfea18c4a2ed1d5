import { log } from './log.js';
import { run } from './process.js';
import { settingsOf } from './settings.js';
import { startWorks } from './works.js';

await run(() => startWorks(settingsOf()));
log.info({}, 'working in the background');
