import { Plus, X } from 'lucide-react';
import { inOrder, type Composition, type Layer, type Project } from '../../../core/model';
import { IconButton, InPlace } from '../../../ui';
import { useEditor } from '../editor/editor-context';

/** Timings kept with the project: each goes on the selected layers, by its name, which is typed in place. */
export function KeptStacks({ project, composition, layers }: { readonly project: Project; readonly composition: Composition; readonly layers: readonly Layer[] }) {
  const editor = useEditor();
  const kept = inOrder(project.presets).filter((preset) => preset.of === 'timing');
  if (kept.length === 0) return null;
  return (
    <ul aria-label="Kept timings" className="pt-2">
      {kept.map((preset) => (
        <li key={preset.id} className="flex items-center gap-1 py-0.5">
          <IconButton className="h-6" label={`Put ${preset.name} on ${layers.length === 1 ? layers[0]!.name : `${layers.length} layers`}`} onClick={() => editor.do('timing.preset', { composition: composition.id, layers: layers.map((layer) => layer.id), preset: preset.id })}><Plus size={13} aria-hidden="true" /></IconButton>
          <span className="min-w-0 grow truncate"><InPlace label="Name of the kept timing" value={preset.name} onSet={(name) => editor.do('presets.rename', { preset: preset.id, name })} /></span>
          <IconButton className="h-6" label={`Delete ${preset.name}`} onClick={() => editor.do('presets.delete', { preset: preset.id })}><X size={12} aria-hidden="true" /></IconButton>
        </li>
      ))}
    </ul>
  );
}
