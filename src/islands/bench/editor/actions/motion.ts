import { trackAt } from '../../../../core/scene';
import { CURVES } from '../../../../core/keys';
import { member, type Project } from '../../../../core/model';
import { meantTracks, needsMotion } from '../asks/ask';
import { current } from '../editor';
import { meantLegs } from '../meant-legs';
import type { EditorState } from '../state';
import type { Action } from './action';
import { does } from './does';

const needsLegs = (state: EditorState): string | null => (meantLegs(state).length > 0 ? null : 'Select keys, or go to a motion of the selected layer.');
const NEW_KEYS: readonly (readonly [Project['newKeys'], string])[] = [['straight', 'straight'], ['smooth', 'smooth'], ['hold', 'held'], ['drawn', 'as the motion is drawn there']];

/** How motion runs between keys, what becomes of a whole track, and how new keys are shaped. */
export const MOTION_ACTIONS: readonly Action[] = [
  { id: 'keys.within', title: 'Keep the motion within its two keys', group: 'Keys', also: 'overshoot clamp', whyNot: needsLegs, run: does('keys.within', (state) => ({ keys: meantLegs(state) }), 'It never leaves them.') },
  { id: 'keys.handles', title: 'Turn curves into handles', group: 'Keys', also: 'bezier expand', whyNot: needsLegs, run: does('keys.handles', (state) => ({ keys: meantLegs(state) }), 'There is no curve on this motion.') },
  ...CURVES.flatMap(({ kind, title, form }) => ([form, form === 'in' ? 'out' : 'in', 'both'] as const).map((side): Action => ({
    id: `curve.${kind}-${side}`, title: `Curve: ${title.toLowerCase()}, ${side === 'in' ? 'as it leaves' : side === 'out' ? 'as it arrives' : 'on both sides'}`, group: 'Keys', also: 'ease easing preset', whyNot: needsLegs,
    run: does('keys.set', (state) => ({ keys: meantLegs(state), fields: { curve: { kind, side } } }), 'It runs so already.'),
  }))),
  { id: 'curve.none', title: 'Curve: none', group: 'Keys', also: 'ease easing preset remove linear', whyNot: needsLegs, run: does('keys.set', (state) => ({ keys: meantLegs(state), fields: { curve: null } }), 'It runs by no curve.') },
  { id: 'tracks.still', title: 'Take the motion out, at the value seen now', group: 'Keys', also: 'remove animation delete keyframes static', whyNot: needsMotion, run: does('tracks.still', (state) => ({ tracks: meantTracks(state), frame: state.frame }), 'There is no motion to take out.') },
  { id: 'tracks.ends', title: 'Make the first and last pose equal', group: 'Keys', also: 'loop seamless cycle', whyNot: needsMotion, run: does('tracks.ends', (state) => ({ tracks: meantTracks(state), like: 'first' }), 'They are equal already.') },
  {
    id: 'tracks.closed', title: 'Close tracks to a loop: first and last key are one', group: 'Keys', also: 'cycle seamless', whyNot: needsMotion,
    isOn: (state) => { const refs = meantTracks(state); return refs.length > 0 && refs.every(({ layer, track }) => { const one = member(current(state).layers.by, layer); return one !== undefined && trackAt(state.project, one, track)?.channel?.closed === true; }); },
    run: (editor) => {
      const state = editor.store.getState();
      const closed = !meantTracks(state).every(({ layer, track }) => trackAt(state.project, current(state).layers.by[layer]!, track)?.channel?.closed);
      editor.do('tracks.closed', { tracks: meantTracks(state), closed });
    },
  },
  ...NEW_KEYS.map(([newKeys, words]): Action => ({ id: `keys.new-${newKeys}`, title: `New keys are ${words}`, group: 'Keys', also: 'default interpolation', whyNot: (state) => (state.project.newKeys === newKeys ? `New keys are ${words} already.` : null), run: (editor) => void editor.do('project.keys', { newKeys }) })),
];
