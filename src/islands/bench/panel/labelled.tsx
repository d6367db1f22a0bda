import type { ReactNode } from 'react';

/** A field with its name before it; `full` takes the room of the keys' string as well. */
export function Labelled({ name, field, full, children }: { readonly name: string; /** The name by which an action finds it. */ readonly field: string; readonly full?: boolean; readonly children: ReactNode }) {
  return <div data-field={field} className={`grid grid-cols-[70px_minmax(0,1fr)] items-center gap-1 ${full ? '' : 'pr-[58px]'}`}><span className="text-[12.5px] leading-tight text-muted">{name}</span>{children}</div>;
}
