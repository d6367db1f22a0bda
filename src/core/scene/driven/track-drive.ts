import { compile, type Compiled, type FormulaMoment } from '../../formulas';
import type { Layer } from '../../model';
import { dust, type Frames } from '../../time';
import { placeNow } from '../place';
import { channelSampler, sampleChannel } from '../prepared-channel';
import { hasKeys, trackAt, type Track } from '../tracks';
import { aroundLayer } from './around-layer';
import { constantly } from './constantly';
import { drivenSampler } from './driven-sampler';
import type { Drive, Ground } from './drives';
import { faultOf } from './fault-of';
import type { Edge } from './formula-rings';
import { kindOf, measureOf } from './resolve';

/** The formula of a track, made ready. `anyKind`: whatever kind it comes to is taken. */
export function trackDrive(ground: Ground, layer: Layer, track: NonNullable<Drive['track']>, text: string, ring: Drive['ring'], reads: Edge[] = [], anyKind = false): Drive {
  const { project, host, ask } = ground;
  const { channel, spec, address } = track;
  const isDial = layer.kind === 'dials' || spec.clock === 'source';
  // What a nest's dial is, is known with its source.
  const full = trackAt(project, layer, address) ?? (track as Track);
  // Most layers have no steps on their keys: their time runs straight from where they start.
  let held: ((frame: Frames) => Frames) | null | undefined;
  const heldAt = (frame: Frames) => {
    if (held === undefined) held = heldBy();
    return held ? held(frame) : dust(frame - layer.start);
  };
  const heldBy = (): typeof held => { const { stack } = ask.timingOf(project, host, layer); return stack.keySteps.length === 0 ? null : stack.heldFor(address).at; };
  let times: ((frame: Frames) => Frames) | null = null;
  const sampler = channelSampler(channel, full.spec.type);
  const keyed = (frame: Frames) => sampler((times ??= ask.keyTimesOf(project, host, layer, full).at)(frame));
  const moving = hasKeys(channel);
  // Without steps on keys their time is the layer's.
  let plain: boolean | null = null;
  const keyedAt = (moment: FormulaMoment) => {
    if (plain === null) plain = full.spec.clock === 'layer' && ask.timingOf(project, host, layer).stack.keySteps.length === 0;
    return plain ? sampler(moment.f) : keyed(moment.frame);
  };
  // What stands still is a part of the formula; only what moves has to be asked for.
  let asksOthers = false;
  const around = aroundLayer(ground, layer, reads, () => undefined);
  const outcome = compile(text, {
    ...around,
    reach(path) {
      const found = around.reach(path);
      asksOthers ||= found.moves !== 'never';
      return found;
    },
    gives: { kind: anyKind ? null : kindOf(full.spec), measure: measureOf(full.spec, isDial), frames: !anyKind && full.spec.unit === 'frames' && !isDial },
    ownRate: host.rate, clockless: null,
    keyed: { kind: kindOf(full.spec), measure: measureOf(full.spec, isDial), at: moving ? keyedAt : constantly(() => sampleChannel(channel, full.spec, 0)), moves: moving ? 'in time' : 'never' },
    frameOf: ({ f }) => f + layer.start,
    momentAt: (f, { index, count }) => ({ frame: f + layer.start, f: heldAt(f + layer.start), index, count }),
  });
  const raw = (frame: Frames) => {
    const { index, count } = placeNow();
    return (outcome as { readonly formula: Compiled }).formula.run({ frame, f: heldAt(frame), index, count });
  };
  const isStraight = () => ask.timingOf(project, host, layer).stack.keySteps.length === 0;
  const { at, sample, kept, gaveUp } = drivenSampler({ outcome, isBroken: () => !outcome.ok || ring() !== null, asksOthers, isStraight, start: layer.start, heldAt, keyed, rows: ground.rows });
  return {
    layer, track, operator: null, text, reads, at, sample, raw, remembered: kept, moves: outcome.ok ? outcome.formula.moves : moving ? 'in time' : 'never',
    ring, fault: () => faultOf(outcome, ring(), text) ?? (gaveUp() ? { from: 0, to: text.length, message: 'This is too much to be worked out: what it reads leads to millions of other values.' } : null),
  };
}
