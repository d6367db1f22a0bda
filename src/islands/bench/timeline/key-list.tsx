import { memo } from 'react';
import { keysOf } from '../../../core/commands';
import { inOrder, type Composition } from '../../../core/model';
import { useEditor, useEditorState } from '../editor/editor-context';
import { keyedChannels } from './rows';

/** The keys of the selected layer as a list: the same pegs, for the keyboard and for screen readers. */
export const KeyList = memo(function KeyList({ composition }: { readonly composition: Composition }) {
  const editor = useEditor();
  const [first] = useEditorState((state) => state.selection.layers);
  const chosen = useEditorState((state) => state.selection.keys);
  const layer = inOrder(composition.layers).find((one) => one.id === first);
  if (!layer) return null;
  const mine = new Set(chosen.filter((one) => one.layer === layer.id).map((one) => `${one.channel} ${one.key}`));
  return (
    <ul className="sr-only top-0 left-0" aria-label={`Keys of ${layer.name}`}>
      {keyedChannels(layer).flatMap((found) => keysOf(found.channel).map((key) => {
        const at = layer.start + key.at;
        const selected = mine.has(`${found.name} ${key.id}`);
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
});
