import { compile, type Fault } from '../../formulas';
import { inOrder, type Composition, type Layer, type Project } from '../../model';
import type { Frames } from '../../time';
import { aroundLayer } from './around-layer';
import { settled, sharedRows } from './deep-values';
import { ASK, drivesIn } from '../ask';

/** Frames that nothing is ever apart. */
const MOST = 1e9;

/** Which of how many is meant, and the frame of the composition at which tracks are read. */
export type WorkedFor = { readonly index: number; readonly count: number; readonly frame: Frames };

/**
 * A formula that is worked out once for a layer and kept by nobody, as the step of a stagger: a number of frames (a time is made frames). It reads
 * what formulas of that layer read, but no clock. The fault where it is wrong, or comes to no number.
 */
export function framesWorkedOut(project: Project, host: Composition, layer: Layer, text: string, { index, count, frame }: WorkedFor): number | Fault {
  const outcome = compile(text, {
    ...aroundLayer({ project, host, drives: drivesIn(project, host), rows: sharedRows(), ask: ASK }, layer, [], () => undefined),
    gives: { kind: 'number', measure: 'plain', frames: true }, ownRate: host.rate, keyed: null, clockless: 'a stagger is worked out once',
    frameOf: (at) => at.frame, momentAt: (f, from) => ({ ...from, f }),
  });
  if (!outcome.ok) return outcome.fault;
  const value = settled(() => outcome.formula.run({ frame, f: frame - layer.start, index, count }), () => NaN) as number;
  const why = !Number.isFinite(value) ? 'no number' : Math.abs(value) > MOST ? 'more frames than any film has' : null;
  return why === null ? value : { from: 0, to: text.length, message: `For ${layer.name} it comes to ${why}.` };
}

/** What is wrong with such a formula for any of a composition's layers, as far as that can be told without one: by its first. */
export function framesFault(project: Project, host: Composition, layers: readonly string[], text: string): Fault | null {
  const layer = inOrder(host.layers).find(({ id }) => layers.includes(id));
  const found = layer && framesWorkedOut(project, host, layer, text, { index: 0, count: layers.length, frame: 0 });
  return found === undefined || typeof found === 'number' ? null : found;
}
