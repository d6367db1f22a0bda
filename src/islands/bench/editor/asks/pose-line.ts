import { posedOrKeyed, type NewValue } from '../../../../core/commands';
import { hasKeys, valueAt, type Track } from '../../../../core/scene';
import { inOrder, type Layer } from '../../../../core/model';
import { evenSteps, readNumber, showNumber } from '../../panel/read-number';
import { chosenLayers, needsLayers, whom } from '../actions/action';
import { current } from '../current';
import type { EditorState } from '../state';
import { defineAsk, type Ask } from './ask';

/** Words that mean two tracks at once. */
const BOTH: Readonly<Record<string, readonly string[]>> = { size: ['scaleX', 'scaleY'], place: ['x', 'y'], pivot: ['pivotX', 'pivotY'] };

/** What a line comes to: the values that it gives, or why it cannot be read. */
type Read = { readonly values: readonly NewValue[] } | { readonly why: string };

const numeric = (state: EditorState, layer: Layer): readonly Track[] => posedOrKeyed(state.project, layer).filter(({ spec }) => spec.type === 'N');

/** Tracks that a word means, by its label or the name that formulas know. */
function meant(tracks: readonly Track[], word: string): readonly Track[] {
  const wanted = word.toLowerCase();
  const both = BOTH[wanted];
  if (both) return tracks.filter(({ address }) => both.includes(address));
  return tracks.filter(({ spec, address }) => spec.label.toLowerCase() === wanted || address.toLowerCase() === wanted);
}

/** "down 280 turn -12, size 90 110": a word and its number, or two where it means two tracks. Of several layers "Leg: turn 20; Arm: turn -5", or "down -=20..70" in even steps from the first to the last. */
export function readPose(state: EditorState, text: string): Read {
  const composition = current(state);
  const values: NewValue[] = [];
  for (const part of text.split(';').map((one) => one.trim()).filter((one) => one !== '')) {
    const cut = part.lastIndexOf(':');
    const name = cut < 0 ? null : part.slice(0, cut).trim();
    const named = name === null ? null : inOrder(composition.layers).filter((one) => one.name.toLowerCase() === name.toLowerCase());
    if (named?.length === 0) return { why: `No layer here is called “${name!.slice(0, 40)}”.` };
    if (named && named.length > 1) return { why: `${named.length} layers are called “${name!.slice(0, 40)}”: give one of them another name.` };
    const those = named ?? chosenLayers(state);
    for (const [i, layer] of those.entries()) {
      if (layer.locked) return { why: `${layer.name} is locked; unlock it first.` };
      const read = readPart(state, layer, cut < 0 ? part : part.slice(cut + 1), { i, many: those.length });
      if ('why' in read) return read;
      values.push(...read.values);
    }
  }
  return values.length === 0 ? { why: 'Write what changes, as in down 280 turn -12.' } : { values };
}

function readPart(state: EditorState, layer: Layer, text: string, place: { readonly i: number; readonly many: number }): Read {
  const tracks = numeric(state, layer);
  const words = text.trim().split(/[\s,]+/).filter((one) => one !== '');
  const values: NewValue[] = [];
  for (let i = 0; i < words.length;) {
    // A label may be two words, as Size across is.
    const long = words[i + 1] === undefined ? [] : meant(tracks, `${words[i]!} ${words[i + 1]!}`);
    const [found, taken] = long.length > 0 ? [long, 2] : [meant(tracks, words[i]!), 1];
    if (found.length === 0) return { why: `“${words[i]!.slice(0, 30)}” is no track of ${layer.name}: ${tracks.map(({ spec }) => spec.label.toLowerCase()).join(', ')}.` };
    i += taken;
    const own: number[] = [];
    for (const track of found) {
      const now = valueAt(state.project, current(state), layer, track, state.frame) as number;
      // Of two tracks one number is for both.
      const typed = words[i] !== undefined && /^[-+*/.\d(]/.test(words[i]!) ? words[i++]! : own.length > 0 ? String(own[0]) : null;
      if (typed === null) return { why: `A number comes after “${words[i - 1]!}”.` };
      // From the first of them to the last: each gets its share.
      const steps = typed.includes('..') ? evenSteps(typed, place.many, track.spec.unit) : null;
      if (steps && !steps.ok) return { why: steps.why };
      const reading = readNumber(steps?.value[place.i] ?? typed, now, track.spec.unit);
      if (!reading.ok) return { why: reading.why };
      own.push(reading.value);
      values.push({ layer: layer.id, track: track.address, value: reading.value });
    }
  }
  return { values };
}

/** The pose as it is, ready to be changed: of one layer all of it, of several what they have keys for, else how they are turned. */
function poseNow(state: EditorState): string {
  const layers = chosenLayers(state);
  const line = (layer: Layer, tracks: readonly Track[]) => tracks.map((track) => `${track.spec.label.toLowerCase()} ${showNumber(valueAt(state.project, current(state), layer, track, state.frame) as number)}`).join(' ');
  if (layers.length === 1) return line(layers[0]!, numeric(state, layers[0]!));
  return layers.map((layer) => {
    const tracks = numeric(state, layer);
    const keyed = tracks.filter(({ channel }) => channel && hasKeys(channel));
    return `${layer.name}: ${line(layer, keyed.length > 0 ? keyed : tracks.filter(({ address }) => address === 'rotation'))}`;
  }).join('; ');
}

export const poseLine = defineAsk({
  id: 'poses.line', title: 'Type the pose in one line', group: 'Keys', keys: ['X'], also: 'pose numbers key values across down turn', whyNot: needsLayers, does: 'Key it',
  words: (state) => `${whom(state)} at ${state.frame}:`,
  fields: [{ kind: 'formula', name: 'line', label: 'The pose, in words and numbers', wide: true, empty: 'Write what changes, as in down 280 turn -12.', fault: (state, text) => { const read = readPose(state, text); return 'why' in read ? read.why : null; } }],
  born: (state) => ({ line: poseNow(state) }),
  step(state, values) {
    const read = readPose(state, String(values['line']));
    return 'why' in read ? null : { event: 'tracks.set', args: { values: read.values, frame: state.frame, keying: true, keepWas: state.settings.keepWas } };
  },
});

export const POSE_LINE_ASKS: readonly Ask[] = [poseLine];
