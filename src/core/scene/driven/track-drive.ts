import { compile, type Compiled, type FormulaMoment, type OfFrame } from '../../formulas';
import type { Layer } from '../../model';
import { dust, type Frames } from '../../time';
import { placeNow } from '../place';
import { channelSampler, sampleChannel } from '../prepared-channel';
import { hasKeys, trackAt, type Track } from '../tracks';
import { aroundLayer } from './around-layer';
import { constantly } from './constantly';
import { remembered, settledAt } from './deep-values';
import type { Drive, Ground } from './drives';
import { faultOf } from './fault-of';
import type { Edge } from './formula-rings';
import { isGood } from './is-good';
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
  let tooMuch = false;
  let broken: boolean | null = null;
  const isBroken = () => (broken ??= !outcome.ok || ring() !== null);
  /** As others read it, in whose work what is put off is seen to. */
  const within = (frame: Frames) => {
    if (tooMuch || isBroken()) return keyed(frame);
    const value = raw(frame);
    return isGood(value) ? value : keyed(frame);
  };
  const giveUp = (frame: Frames) => { tooMuch = true; return keyed(frame); };
  const at = (frame: Frames) => settledAt(within, frame, giveUp);
  const { start } = layer;
  // Whether it works at all is found once; most formulas ask no other, and nothing is put off for them. One moment serves for those that forget it.
  let way: 'unknown' | 'again' | 'anew' | 'others' = 'unknown';
  const again: { -readonly [K in keyof FormulaMoment]: FormulaMoment[K] } = { frame: 0.5, f: 0.5, index: 0, count: 1 };
  let run: (moment: FormulaMoment) => unknown = () => NaN;
  // A formula that ends in a share of something, and so much more, is asked for that.
  let of: ((moment: FormulaMoment) => number) | null = null;
  let ofFrame: OfFrame | null = null;
  let [by, plus] = [1, 0];
  const sample = (x: Frames): unknown => {
    if (ofFrame !== null) {
      const value = ofFrame(x) * by + plus;
      return value - value === 0 ? value : keyed(x + start);
    }
    if (way === 'again') {
      again.frame = x + start;
      again.f = x;
      const value = of !== null ? of(again) * by + plus : run(again);
      return (typeof value === 'number' ? value - value === 0 : isGood(value)) ? value : keyed(x + start);
    }
    if (way === 'unknown') {
      if (outcome.ok) ({ run } = outcome.formula);
      if (outcome.ok && outcome.formula.affine) ({ of, by, plus } = outcome.formula.affine);
      const alone = outcome.ok && !ring() && !asksOthers && ask.timingOf(project, host, layer).stack.keySteps.length === 0;
      if (alone && outcome.ok && outcome.formula.affine) ({ ofFrame } = outcome.formula.affine);
      way = !alone ? 'others' : outcome.formula.forgets && !outcome.formula.counts ? 'again' : 'anew';
      return sample(x);
    }
    if (way === 'others') return at(dust(x + start));
    const { index, count } = placeNow();
    const value = run({ frame: x + start, f: x, index, count });
    return isGood(value) ? value : keyed(x + start);
  };
  return {
    layer, track, operator: null, text, reads, at, sample, raw, remembered: remembered(within, ground.rows), moves: outcome.ok ? outcome.formula.moves : moving ? 'in time' : 'never',
    ring, fault: () => faultOf(outcome, ring(), text) ?? (tooMuch ? { from: 0, to: text.length, message: 'This is too much to be worked out: what it reads leads to millions of other values.' } : null),
  };
}
