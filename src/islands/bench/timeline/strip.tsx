import type { ReactNode } from 'react';

/** A strip: words wrap, none are cut. */
export function Strip({ name, children, ...more }: { readonly name: string; readonly children: ReactNode } & React.HTMLAttributes<HTMLDivElement> & React.RefAttributes<HTMLDivElement>) {
  return <div {...more} role="group" aria-label={name} className="flex min-h-9 flex-wrap items-center gap-x-2 gap-y-1 border-t border-line bg-raised px-3 py-1.5 text-[12.5px]">{children}</div>;
}
