import { ListEnd, X } from 'lucide-react';
import { readStagger, staggerMembers, staggerOf, tellStagger } from '../../../core/commands';
import type { Composition } from '../../../core/model';
import { IconButton } from '../../../ui';
import { openAsk } from '../editor/asks';
import { useEditor } from '../editor/editor-context';

/** How these layers come one after another, where that is remembered: a press opens its numbers again. */
export function StaggerLine({ composition, layers }: { readonly composition: Composition; readonly layers: readonly string[] }) {
  const editor = useEditor();
  const stagger = staggerOf(composition, layers);
  if (!stagger) return null;
  const many = staggerMembers(stagger).length;
  return (
    <div className="col-span-full flex items-center gap-1">
      <button type="button" className="flex min-w-0 grow items-center gap-2 rounded-md bg-raised px-2 py-1 text-left hover:bg-lifted" onClick={() => openAsk(editor, 'layers.stagger')}>
        <ListEnd size={14} className="shrink-0 text-leaf" aria-hidden="true" />
        <span className="truncate">One of {many}: {tellStagger(readStagger(stagger))}</span>
      </button>
      <IconButton label="Forget the stagger" onClick={() => editor.do('staggers.forget', { composition: composition.id, stagger: stagger.id })}><X size={13} aria-hidden="true" /></IconButton>
    </div>
  );
}
