// npm run bench -- reading: how fast the parts are, as ratios against what they are built on, in one run.
import { ensureBuild, ensureModules, ensurePackages, say, Trouble } from './ground.mjs';

const [part] = process.argv.slice(2);
try {
  if (part !== 'reading') throw new Trouble('Say what to measure: npm run bench -- reading');
  ensurePackages({ browser: true });
  ensureModules();
  ensureBuild();
  const { benchReading } = await import('../measuring/dist/bench.js');
  await benchReading();
} catch (error) {
  say(error instanceof Trouble ? error.message : String(error.stack));
  process.exit(1);
}
