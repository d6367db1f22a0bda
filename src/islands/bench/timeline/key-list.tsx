import { keyedTracks, keyTimesOf, unbent } from '../../../core/scene';
import { memo } from 'react';
import { keysOf } from '../../../core/commands';
import { inOrder, type Composition, type Project } from '../../../core/model';
import { useEditor, useEditorState } from '../editor/editor-context';


/** The keys of the selected layer as a list: the same pegs, for the keyboard and for screen readers. */
export const KeyList = memo(function KeyList({ project, composition }: { readonly project: Project; readonly composition: Composition }) {
  const editor = useEditor();
  const [first] = useEditorState((state) => state.selection.layers);
  const chosen = useEditorState((state) => state.selection.keys);
  const layer = inOrder(composition.layers).find((one) => one.id === first);
  if (!layer) return null;
  const mine = new Set(chosen.filter((one) => one.layer === layer.id).map((one) => `${one.track} ${one.key}`));
  return (
    <ul className="sr-only top-0 left-0" aria-label={`Keys of ${layer.name}`}>
      {keyedTracks(project, layer).flatMap((track) => keysOf(track.channel).map((key) => {
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
