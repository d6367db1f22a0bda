import { afterEach } from 'vitest';

// Laws run for half a minute without giving way. Two of them in a row would keep the answers of the runner waiting for longer than it waits itself: between
// tests they are heard.
afterEach(() => new Promise<void>((done) => { setImmediate(done); }));
