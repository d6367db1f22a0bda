import { keysOf } from '../../../core/commands';
import { inOrder, type Composition } from '../../../core/model';
import { useEditor, useEditorState } from '../editor/editor-context';
import { keyedChannels } from './rows';

/** The keys of the selected layer as a list: the same pegs, for the keyboard and for screen readers. */
export function KeyList({ composition }: { readonly composition: Composition }) {
  const editor = useEditor();
  const [first] = useEditorState((state) => state.selection.layers);
  const chosen = useEditorState((state) => state.selection.keys);
  const layer = inOrder(composition.layers).find((one) => one.id === first);
  if (!layer) return null;
  return (
    <ul className="sr-only" aria-label={`Keys of ${layer.name}`}>
      {keyedChannels(layer).flatMap((found) => keysOf(found.channel).map((key) => {
        const at = layer.start + key.at;
        const selected = chosen.some((one) => one.key === key.id && one.channel === found.name && one.layer === layer.id);
        return (
          <li key={`${found.name} ${key.id}`}>
            <button type="button" tabIndex={-1} aria-pressed={selected} onClick={() => {
              editor.select({ keys: [{ layer: layer.id, channel: found.name, key: key.id }] });
              editor.seek(at);
            }}>{`Key of ${found.spec.label} at frame ${at}: ${JSON.stringify(key.value)}`}</button>
          </li>
        );
      }))}
    </ul>
  );
}
