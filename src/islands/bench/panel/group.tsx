import { ChevronDown, ChevronRight } from 'lucide-react';
import type { ReactNode } from 'react';
import { useEditor, useEditorState } from '../editor/editor-context';

/** Fields that people change together, under a head that folds them away; this browser remembers which are folded. */
export function Group({ title, beside, field, plain, children }: { readonly title: string; /** The name by which an action finds what stands beside. */ readonly field?: string; readonly beside?: ReactNode; /** Its content lays itself out. */ readonly plain?: boolean; readonly children: ReactNode }) {
  const editor = useEditor();
  const folded = useEditorState((state) => state.settings.folded.includes(title));
  const flip = () => {
    const { folded: all } = editor.store.getState().settings;
    editor.setSettings({ folded: folded ? all.filter((one) => one !== title) : [...all, title] });
  };
  return (
    <section aria-label={title} className="border-t border-line pt-2">
      <div className="flex min-h-6 items-center justify-between gap-2 pb-1">
        <h3 className="min-w-0 font-medium">
          <button type="button" aria-expanded={!folded} aria-label={`${folded ? 'Unfold' : 'Fold'} ${title}`} onClick={flip} className="-ml-1 flex h-6 items-center gap-1 rounded-md pr-1.5 hover:bg-raised">
            {folded ? <ChevronRight size={13} aria-hidden="true" className="text-muted" /> : <ChevronDown size={13} aria-hidden="true" className="text-muted" />}{title}
          </button>
        </h3>
        {beside && !folded && <div data-field={field} className="w-36">{beside}</div>}
      </div>
      {!folded && (plain ? children : <Fields>{children}</Fields>)}
    </section>
  );
}

/** Fields in two columns where both fit, else one under another. */
export function Fields({ children }: { readonly children: ReactNode }) {
  return <div className="@container"><div className="grid grid-cols-1 gap-x-2 gap-y-1 @min-[404px]:grid-cols-2">{children}</div></div>;
}
