import { dust } from '../../time';
import { formula as formulaField } from '../field';
import { defineOperator } from '../operator';
import { sampledMap } from '../sampled-map';
import { identity } from '../time-map';

export const formula = defineOperator({
  op: 'formula',
  title: 'Formula',
  about: 'Shows the time that a formula gives, in seconds of what is shown.',
  fields: { source: formulaField({ label: 'Formula' }) },
  tell: ({ source }) => shortened(source),
  did: () => 'Shows the time that a formula gives; nothing is changed yet',
  // While it is wrong, what comes in goes through.
  prepare: (_, { driven }) => (driven ? sampledMap((x) => dust(driven.at(x, x))) : identity),
  born: () => ({ source: 't' }),
  handles: () => [],
  examples: [{ given: { source: 't' }, x: 7, becomes: 7 }],
});

const LONGEST = 60;

/** A formula in one line of a few words. */
function shortened(source: string): string {
  const line = source.replace(/\/\/[^\n]*/g, '').replace(/\s+/g, ' ').trim();
  return line.length > LONGEST ? `${line.slice(0, LONGEST - 1)}…` : line;
}
