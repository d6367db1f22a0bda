// Put before the server (`node --import`): watches how long its event loop is held, and tells the longest when it is asked.
import { monitorEventLoopDelay } from 'node:perf_hooks';
import { writeFileSync } from 'node:fs';

const delays = monitorEventLoopDelay({ resolution: 1 });
delays.enable();
// A signal asks; the answer begins a new stretch.
process.on('SIGUSR2', () => {
  writeFileSync(process.env.OAK_LOOP, JSON.stringify({ longest: delays.max / 1e6 }));
  delays.reset();
});
