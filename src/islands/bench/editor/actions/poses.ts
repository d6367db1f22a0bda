import { keyingOf } from '../editor';
import type { EditorState } from '../state';
import { chosenLayers, needsKeys, needsLayers, type Action } from './action';
import { does } from './does';

const posed = (state: EditorState) => ({ layers: state.selection.layers, frame: state.frame, ...keyingOf(state) });

/** Poses turned over and mirrored, who mirrors whom, and what a pose is. */
export const POSE_ACTIONS: readonly Action[] = [
  { id: 'poses.flip-across', title: 'Flip across', group: 'Keys', also: 'mirror horizontal turn over', whyNot: needsLayers, run: does('poses.flip', (state) => ({ ...posed(state), axis: 'across' }), 'What is selected has no size to flip.') },
  { id: 'poses.flip-down', title: 'Flip down', group: 'Keys', also: 'mirror vertical turn over', whyNot: needsLayers, run: does('poses.flip', (state) => ({ ...posed(state), axis: 'down' }), 'What is selected has no size to flip.') },
  { id: 'poses.mirror', title: 'Mirror the pose: partners take each other’s', group: 'Keys', also: 'swap left right symmetric', whyNot: needsLayers, run: does('poses.mirror', (state) => ({ ...posed(state), swap: true }), 'The pose is its own mirror image.') },
  { id: 'poses.mirror-onto', title: 'Give the partner this pose, mirrored', group: 'Keys', also: 'left right symmetric copy', whyNot: needsLayers, run: does('poses.mirror', (state) => ({ ...posed(state), swap: false }), 'It stands so already.') },
  {
    id: 'layers.partners', title: (state) => (chosenLayers(state).length === 2 ? 'Make the two selected layers partners' : 'Make partners of those whose names make a pair'), group: 'Layers', also: 'mirror left right pair', whyNot: needsLayers,
    run: does('layers.partners', (state) => ({ layers: state.selection.layers }), 'They are partners already.'),
  },
  {
    id: 'layers.pose-tracks', title: 'Keying the pose takes the tracks of the selected keys', group: 'Layers', also: 'pose set', whyNot: needsKeys,
    run: (editor) => {
      const { keys } = editor.store.getState().selection;
      for (const layer of new Set(keys.map((key) => key.layer))) editor.nudge('pose tracks', 'layers.set', { layers: [layer], field: 'pose', value: [...new Set(keys.filter((key) => key.layer === layer).map((key) => key.track))] });
      editor.say('Keying the pose takes these tracks, and whatever else has keys.');
    },
  },
  { id: 'layers.pose-plain', title: 'Keying the pose takes place, sizes, turn, lean and opacity', group: 'Layers', also: 'pose reset', whyNot: (state) => needsLayers(state) ?? (chosenLayers(state).some((layer) => layer.pose !== null) ? null : 'It does that already.'), run: (editor) => void editor.do('layers.set', { layers: editor.store.getState().selection.layers, field: 'pose', value: null }) },
];
