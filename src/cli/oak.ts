import { run } from './main';
import { whyNot } from './why-not';

// What reads the answer may be closed, and the disk that takes it may be full: both are told, and nothing more is written.
for (const out of [process.stdout, process.stderr]) {
  out.on('error', (error) => {
    if (out === process.stdout) process.stderr.write(`The answer could not be written: ${whyNot(error)}.\n`);
    process.exit(1);
  });
}

process.exitCode = await run(
  process.argv.slice(2),
  (text) => process.stdout.write(text),
  (text) => process.stderr.write(text),
);
