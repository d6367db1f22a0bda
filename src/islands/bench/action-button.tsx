import { ChevronDown } from 'lucide-react';
import type { ReactNode } from 'react';
import { useEditor } from './editor/editor-context';

/** A button that opens a list of actions under it. */
export function ActionButton({ label, groups, lit, children, className = '' }: { readonly label: string; readonly groups: readonly (readonly string[])[]; readonly lit?: boolean; readonly children: ReactNode; readonly className?: string }) {
  const editor = useEditor();
  return (
    <button
      type="button" aria-haspopup="menu" aria-label={label} title={label}
      onClick={(event) => { const box = event.currentTarget.getBoundingClientRect(); editor.set({ menu: { x: box.left, y: box.bottom, under: [], groups } }); if (event.detail > 0) event.currentTarget.blur(); }}
      className={`inline-flex h-7 shrink-0 items-center gap-1.5 rounded-md px-2 text-[12.5px] whitespace-nowrap hover:bg-raised ${lit ? 'bg-leaf text-ground hover:bg-leaf' : ''} ${className}`}
    >
      {children}<ChevronDown size={12} aria-hidden="true" className="opacity-70" />
    </button>
  );
}
