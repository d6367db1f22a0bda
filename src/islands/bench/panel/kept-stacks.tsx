import { Plus, X } from 'lucide-react';
import { inOrder, type Composition, type Layer, type Project } from '../../../core/model';
import { IconButton, InPlace } from '../../../ui';
import { useEditor } from '../editor/editor-context';

/** Timings kept with the project: a press on its name puts it on the selected layers, a double press renames it. */
export function KeptStacks({ project, composition, layers }: { readonly project: Project; readonly composition: Composition; readonly layers: readonly Layer[] }) {
  const editor = useEditor();
  const kept = inOrder(project.presets).filter((preset) => preset.of === 'timing');
  if (kept.length === 0) return null;
  const put = (preset: string) => editor.do('timing.preset', { composition: composition.id, layers: layers.map((layer) => layer.id), preset });
  return (
    <ul aria-label="Kept timings" className="pt-2">
      {kept.map((preset) => (
        <li key={preset.id} className="flex items-center gap-1 py-0.5">
          <IconButton className="h-6" label={`Put ${preset.name} on ${layers.length === 1 ? layers[0]!.name : `${layers.length} layers`}`} onClick={() => put(preset.id)}><Plus size={13} aria-hidden="true" /></IconButton>
          <span className="min-w-0 grow truncate"><InPlace label="Name of the kept timing" value={preset.name} title={`${preset.name}: a press puts it on, double-click renames it`} onPick={() => put(preset.id)} onSet={(name) => editor.do('presets.rename', { preset: preset.id, name })} /></span>
          <IconButton className="h-6" label={`Delete ${preset.name}`} onClick={() => editor.do('presets.delete', { preset: preset.id })}><X size={12} aria-hidden="true" /></IconButton>
        </li>
      ))}
    </ul>
  );
}
