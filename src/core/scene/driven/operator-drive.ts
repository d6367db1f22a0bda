import { compile } from '../../formulas';
import type { Composition, Layer, Project } from '../../model';
import { convertExactly, type Frames, type Rate } from '../../time';
import { operatorOf, type OperatorContext, type OperatorFields, type OperatorNode } from '../../timing';
import { placeNow } from '../place';
import { sourceOf } from '../source';
import { aroundLayer } from './around-layer';
import { remembered, settled } from './deep-values';
import type { Drive, Ground } from './drives';
import { faultOf } from './fault-of';
import type { Edge } from './formula-rings';

/** A field of an operator, on one of the sides that it acts on. */
export type OperatorPlace = { readonly layer: Layer; readonly node: OperatorNode; readonly field: string; readonly side: OperatorContext['on'] };

/** What an operator's formula comes to at a time that comes in and a frame of the host; `hosted`: it reads more than that time. */
export type OperatorDrive = Drive & { readonly hosted: boolean; readonly run: (x: Frames, frame: Frames) => unknown };

/** Frames in a second of the time that an operator works in. */
export function rateOf(project: Project, host: Composition, layer: Layer, side: OperatorContext['on']): Rate {
  return side === 'keys' ? host.rate : (sourceOf(project, host, layer)?.rate ?? host.rate);
}

/** The side that an operator acts on, where it is told once for both. */
export function homeOf(project: Project, host: Composition, layer: Layer, node: OperatorNode): OperatorContext['on'] {
  return node.on ?? (sourceOf(project, host, layer) ? 'content' : 'keys');
}

/** The formula of an operator's time or number, made ready for one of the sides that it acts on. */
export function operatorDrive(ground: Ground, { layer, node, field, side }: OperatorPlace, text: string, ring: Drive['ring'], reads: Edge[] = []): OperatorDrive {
  const { project, host } = ground;
  const spec = (operatorOf(node.op)!.fields as OperatorFields)[field]!;
  const isNumber = spec.holds !== 'formula';
  let hosted = false;
  const own = rateOf(project, host, layer, side);
  // Where the host is at a time that comes in, as long as no other step bends it.
  const hostOf = (f: Frames) => convertExactly(f, own, host.rate) + layer.start;
  const outcome = compile(text, {
    ...aroundLayer(ground, layer, reads, () => (hosted = true)),
    gives: { kind: 'number', measure: 'plain', frames: isNumber && spec.unit === 'frames' }, ownRate: own, keyed: null,
    clockless: isNumber ? 'a number of an operator is worked out once' : null,
    frameOf: ({ frame }) => frame, momentAt: (f, from) => (f === from.f ? from : { ...from, f, frame: hostOf(f) }),
  });
  const run = (x: Frames, frame: Frames): unknown => {
    if (!outcome.ok) return NaN;
    const { index, count } = placeNow();
    return settled(() => outcome.formula.run({ frame, f: x, index, count }), () => NaN);
  };
  const raw = (frame: Frames) => run(0, frame);
  return {
    layer, track: null, operator: { id: node.id, field }, text, reads, at: raw, sample: raw, raw, remembered: remembered(raw, ground.rows), moves: outcome.ok ? outcome.formula.moves : 'never',
    ring, fault: () => faultOf(outcome, ring(), text), hosted, run,
  };
}
