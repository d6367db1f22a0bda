import { keyedTracks, trackAt } from '../../../../core/scene';
import { isHeldKey, type TrackRef, type KeyShape } from '../../../../core/commands';
import { member, type Channel } from '../../../../core/model';
import { meantKeys, needsMotion } from '../asks/ask';
import { current, type Editor } from '../editor';
import type { EditorState } from '../state';
import { chosenLayers, needsKeys, type Action } from './action';

/** Channels that are meant: those of the selected keys, else all keyed ones of the selected layers. */
function meant(state: EditorState): readonly TrackRef[] {
  const { keys } = state.selection;
  if (keys.length === 0) return chosenLayers(state).flatMap((layer) => keyedTracks(state.project, layer).map((one) => ({ layer: layer.id, track: one.address })));
  const seen = new Map(keys.map(({ layer, track }) => [`${layer}\n${track}`, { layer, track }]));
  return [...seen.values()];
}

function channelOf(state: EditorState, { layer, track }: TrackRef): Channel | null {
  const one = member(current(state).layers.by, layer);
  return (one && trackAt(state.project, one, track)?.channel) ?? null;
}

/** The keys that are meant, in words: those selected, else all of the selected layers. */
const keysMeant = (state: EditorState): string => (state.selection.keys.length > 0 ? 'selected keys' : 'all keys of what is selected');

const shape = (to: KeyShape, already: string) => (editor: Editor) => {
  const state = editor.store.getState();
  if (!editor.do('keys.shape', { keys: meantKeys(state), shape: to })) editor.say(already);
};

const RULES: readonly (readonly [Channel['after'], string])[] = [['hold', 'stand still'], ['repeat', 'repeat'], ['climb', 'repeat, each from where the last ended'], ['swing', 'go to and fro'], ['glide', 'go on as fast as it was']];
const outside = (side: 'before' | 'after', words: string) => RULES.map(([rule, does]): Action => ({
  id: `keys.${side}-${rule}`, title: `${words}: ${does}`, group: 'Keys', also: side === 'after' ? 'loop cycle' : 'loop',
  isOn: (state) => { const refs = meant(state); return refs.length > 0 && refs.every((ref) => channelOf(state, ref)?.[side] === rule); },
  whyNot: (state) => {
    const refs = meant(state);
    if (refs.length === 0) return 'Select keys, or a layer that has some.';
    return refs.every((ref) => channelOf(state, ref)?.[side] === rule) ? 'It does that already.' : null;
  },
  run: (editor) => { const state = editor.store.getState(); if (!editor.do('tracks.outside', { tracks: meant(state), side, rule })) editor.say('The layer is locked.'); },
}));

/** How the motion goes through keys, and what it does outside them. */
export const KEY_ACTIONS: readonly Action[] = [
  { id: 'keys.smooth', title: (state) => `Go smoothly through ${keysMeant(state)}`, group: 'Keys', keys: ['E'], also: 'ease easing bezier keyframe', whyNot: needsMotion, run: shape('smooth', 'The motion goes smoothly through them already, or knows nothing between them.') },
  { id: 'keys.straight', title: (state) => `Go straight between ${keysMeant(state)}`, group: 'Keys', keys: ['D'], also: 'linear keyframe', whyNot: needsMotion, run: shape('straight', 'It goes straight already, or knows nothing between them.') },
  {
    id: 'keys.hold', title: 'Hold selected keys until the next', group: 'Keys', keys: ['U'], also: 'step constant keyframe', whyNot: needsKeys, run: shape('held', 'Words and switches hold by themselves.'),
    isOn: (state) => state.selection.keys.length > 0 && state.selection.keys.every((ref) => { const key = channelOf(state, ref)?.keys[ref.key]; return key !== undefined && isHeldKey(key); }),
  },
  ...outside('after', 'After the last key'),
  ...outside('before', 'Before the first key'),
];
