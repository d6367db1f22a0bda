import { keyMomentsOf, timingOf } from '../../../../core/scene';
import { hull } from '../../../../core/time';
import { pieces, preimages } from '../../../../core/timing';
import { chosenLayers, needsLayers, whom } from '../actions/action';
import { current } from '../current';
import type { Layer } from '../../../../core/model';
import type { EditorState } from '../state';
import { defineAsk, num, type Ask } from './ask';

/** Cuts of time beyond so many are no help to say which part is meant. */
const MOST = 200;

const GIVES = [['bar', 'the bar gives'], ['film', 'bar and film give'], ['rest', 'its end gives'], ['others', 'the other parts give'], ['before', 'what is before gives'], ['after', 'what is after gives']] as const;

export const stand = defineAsk({
  id: 'timing.stand', title: 'Stand here for a while', group: 'Time', keys: ['P'], also: 'pause hold freeze still wait stop', whyNot: needsLayers, does: 'Stand',
  words: (state) => `${whom(state)} stands at ${state.frame} for`,
  fields: [{ kind: 'number', name: 'for', label: 'Frames to stand', unit: 'f', least: 1, blank: 'to the end' }, { kind: 'number', name: 'soft', before: 'soft over', label: 'Frames over which it slows down, and speeds up again', unit: 'f', least: 0 }, { kind: 'choice', name: 'gives', label: 'What gives', options: GIVES }],
  born: (state) => { const { rate } = current(state); return { for: Math.round(rate[0] / rate[1]), soft: 0, gives: state.settings.barFollows ? 'bar' : 'rest' }; },
  step: (state, values) => ({ event: 'timing.stand', args: { layers: state.selection.layers, frame: state.frame, for: values['for'], soft: num(values, 'soft'), gives: values['gives'] } }),
});

/** The part that is meant: the play range where it is a part of the film, else from peg or cut to peg or cut around the playhead; a second from there where there are none. */
function part(state: EditorState): { readonly from: number; readonly to: number } {
  const open = current(state);
  const { range, duration, rate } = open;
  if (range[0] > 0 || range[1] < duration) return { from: range[0], to: range[1] };
  const [layer] = chosenLayers(state);
  const [begin, end] = hull(layer?.spans ?? []) ?? [0, duration];
  const inside = layer ? momentsIn(state, layer, begin, end) : [];
  if (inside.length === 0 || state.frame < begin || state.frame >= end) return { from: state.frame, to: Math.max(state.frame + 2, Math.min(end, state.frame + Math.round(rate[0] / rate[1]))) };
  return { from: Math.max(begin, ...inside.filter((at) => at <= state.frame)), to: Math.min(end, ...inside.filter((at) => at > state.frame)) };
}

/** Frames inside a bar at which a layer has a key, is cut, or its time changes its pace. */
function momentsIn(state: EditorState, layer: Layer, begin: number, end: number): readonly number[] {
  const { stack, source } = timingOf(state.project, current(state), layer);
  // A ramp says itself where its parts meet; between them its time is bent.
  const cuts = (source ? stack.steps : stack.keySteps).flatMap(({ node, incoming }) => (node.op === 'ramp' && Array.isArray((node as { cuts?: unknown }).cuts) ? ((node as unknown as { cuts: readonly unknown[] }).cuts).flatMap((cut) => (typeof cut === 'number' ? preimages(incoming, cut, begin, end).found.slice(0, 1).map(({ from }) => from) : [])) : []));
  let before: number | null = null;
  for (const { from, kind, rate } of pieces(source ? stack.content : stack.keys, begin, end)) {
    const pace = kind === 'curved' ? null : rate(from);
    if (before !== null && pace !== null && Math.abs(pace - before) > 1e-6) cuts.push(from);
    before = pace;
    if (cuts.length > MOST) break;
  }
  return [...keyMomentsOf(state.project, current(state), layer), ...layer.spans.flat(), ...cuts].map(Math.round).filter((at) => at > begin && at < end);
}

export const pace = defineAsk({
  id: 'timing.pace', title: 'Play a part faster or slower', group: 'Time', keys: ['Shift+P'], also: 'speed ramp slow motion quick rate percent', whyNot: needsLayers, does: 'Play it so',
  words: (state) => `${whom(state)} plays at`,
  fields: [
    { kind: 'number', name: 'rate', label: 'Percent', unit: '%' }, { kind: 'number', name: 'from', before: 'from', label: 'First frame of the part', unit: 'f' }, { kind: 'number', name: 'to', before: 'to', label: 'Frame after the part', unit: 'f' },
    { kind: 'number', name: 'soft', before: 'soft over', label: 'Frames of each change', unit: 'f', least: 0 }, { kind: 'choice', name: 'gives', label: 'What gives', options: GIVES },
  ],
  born: (state) => ({ rate: 200, ...part(state), soft: 10, gives: state.settings.barFollows ? 'bar' : 'rest' }),
  step: (state, values) => (num(values, 'to') <= num(values, 'from') ? null : { event: 'timing.pace', args: { layers: state.selection.layers, from: num(values, 'from'), to: num(values, 'to'), rate: num(values, 'rate') / 100, soft: num(values, 'soft'), gives: values['gives'], ripple: state.settings.ripple } }),
});

export const backwards = defineAsk({
  id: 'timing.backwards', title: 'Play a part backwards', group: 'Time', also: 'reverse rewind', whyNot: needsLayers, does: 'Turn it round',
  words: (state) => `${whom(state)} plays backwards from`,
  fields: [{ kind: 'number', name: 'from', label: 'First frame of the part', unit: 'f' }, { kind: 'number', name: 'to', before: 'to', label: 'Frame after the part', unit: 'f' }],
  born: (state) => part(state),
  step: (state, values) => (num(values, 'to') <= num(values, 'from') + 1 ? null : { event: 'timing.backwards', args: { layers: state.selection.layers, from: num(values, 'from'), to: num(values, 'to') } }),
});

export const TIMING_ASKS: readonly Ask[] = [stand, pace, backwards];
