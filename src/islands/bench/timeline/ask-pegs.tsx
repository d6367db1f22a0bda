import { askOf } from '../editor/asks';
import { useEditor, useEditorState } from '../editor/editor-context';
import type { TimelineView } from '../editor/state';
import { RulerPegs } from './ruler-pegs';

/** The two ends of the part that an edit asks for, as pegs on the ruler: where both are whole frames. */
export function AskPegs(ruler: { readonly view: TimelineView; readonly width: number; readonly duration: number; readonly setCaught: (frame: number | null) => void }) {
  const editor = useEditor();
  const asking = useEditorState((state) => state.asking);
  const ask = asking ? askOf(asking.id) : null;
  if (!ask || !asking || !['from', 'to'].every((name) => ask.fields.some((field) => field.name === name && field.kind === 'number' && field.unit === 'f'))) return null;
  const { from, to } = asking.values;
  if (typeof from !== 'number' || typeof to !== 'number') return null;
  const set = ([a, b]: readonly [number, number]) => {
    const now = editor.store.getState().asking;
    if (now?.id === ask.id) editor.set({ asking: { id: ask.id, values: { ...now.values, from: a, to: b } } });
  };
  return <RulerPegs {...ruler} live ends={[from, to]} names={['Where the part begins', 'Where the part ends']} set={set} />;
}
