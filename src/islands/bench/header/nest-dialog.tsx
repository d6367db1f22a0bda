import { useState } from 'react';
import { Button, Choice, Dialog, seenText } from '../../../ui';
import { chosenLayers, nestSelection } from '../editor/actions';
import { useEditor, useEditorState } from '../editor/editor-context';

/** What moves inside a new nest, how long it is and what it is called. */
export function NestDialog({ onClose }: { readonly onClose: () => void }) {
  const editor = useEditor();
  const chosen = useEditorState((state) => state.selection.layers);
  const first = chosenLayers(editor.store.getState())[0];
  const [name, setName] = useState(first ? (chosen.length === 1 ? first.name : `${first.name} and more`) : 'Nest');
  const [inside, setInside] = useState<'all' | 'picture'>('all');
  const [length, setLength] = useState<'whole' | 'bars'>('whole');
  const nest = () => {
    onClose();
    nestSelection(editor, { name: name.trim() || 'Nest', inside, length });
  };
  return (
    <Dialog title={chosen.length === 1 ? `Nest ${first?.name ?? ''}` : `Nest ${chosen.length} layers`} about="A nest can be looped, reversed and timed as one, and used many times." open onClose={onClose}>
      <form className="flex flex-col gap-4" onSubmit={(event) => { event.preventDefault(); nest(); }}>
        <label className="flex flex-col gap-1"><span className="text-muted">Name</span><input autoFocus value={name} onChange={(event) => setName(seenText(event.target.value))} onFocus={(event) => event.target.select()} className="h-8 rounded-md bg-raised px-2.5" /></label>
        <Choice label="What moves inside" value={inside} onChange={setInside} options={[
          { value: 'all', label: 'The layers whole', about: 'Pose, keys, timing and markers go inside. One nest for all.' },
          { value: 'picture', label: 'Their pictures alone', about: 'Pose, keys and timing stay out here, on a nest for each layer.' },
        ]} />
        {inside === 'all' && (
          <Choice label="How long it is" value={length} onChange={setLength} options={[
            { value: 'whole', label: 'As long as this composition', about: 'Frame for frame the same inside as outside.' },
            { value: 'bars', label: 'As long as the bars', about: 'From the first bar’s begin to the last one’s end.' },
          ]} />
        )}
        <div className="flex justify-end gap-2"><Button onClick={onClose}>Cancel</Button><Button tone="strong" type="submit">Nest</Button></div>
      </form>
    </Dialog>
  );
}
