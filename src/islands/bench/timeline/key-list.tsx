import { keyedTracks, keyTimesOf, unbent } from '../../../core/scene';
import { memo } from 'react';
import { keysOf } from '../../../core/commands';
import { inOrder, type Composition, type Project } from '../../../core/model';
import { useEditor, useEditorState } from '../editor/editor-context';
import { keysNear } from './keys-near';

/** More keys than this are listed as far as they are near the playhead. */
const MOST = 400;
/** The list follows the playhead in steps of so many frames. */
const STEP = 48;

/** The keys of the selected layer as a list: the same pegs, for the keyboard and for screen readers. */
export const KeyList = memo(function KeyList({ project, composition }: { readonly project: Project; readonly composition: Composition }) {
  const editor = useEditor();
  const [first] = useEditorState((state) => state.selection.layers);
  const chosen = useEditorState((state) => state.selection.keys);
  const near = useEditorState((state) => (state.playing ? null : Math.round(state.frame / STEP) * STEP));
  const layer = inOrder(composition.layers).find((one) => one.id === first);
  if (!layer) return null;
  const mine = new Set(chosen.filter((one) => one.layer === layer.id).map((one) => `${one.track} ${one.key}`));
  const tracks = keyedTracks(project, layer);
  const all = tracks.map(({ channel }) => keysOf(channel));
  const count = all.reduce((sum, keys) => sum + keys.length, 0);
  const listed = count <= MOST ? all : keysNear(tracks.map((track, i) => ({ keys: all[i]!, at: keyTimesOf(project, composition, layer, track).at(near ?? 0) })), MOST);
  return (
    <ul className="sr-only top-0 left-0" aria-label={`Keys of ${layer.name}${listed === all ? '' : `, the nearest ${MOST} of ${count}`}`}>
      {tracks.flatMap((track, i) => listed[i]!.map((key) => {
        const at = keyTimesOf(project, composition, layer, track).moments(key.at)[0]?.from ?? unbent(layer, key.at);
        const selected = mine.has(`${track.address} ${key.id}`);
        return (
          <li key={`${track.address} ${key.id}`}>
            <button type="button" tabIndex={-1} aria-pressed={selected} onClick={() => {
              editor.select({ keys: [{ layer: layer.id, track: track.address, key: key.id }] });
              editor.seek(at);
            }}>{`Key of ${track.spec.label} at frame ${at}: ${JSON.stringify(key.value)}`}</button>
          </li>
        );
      }))}
    </ul>
  );
});
