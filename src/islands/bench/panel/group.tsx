import type { ReactNode } from 'react';

/** Fields that people change together, under a quiet head. */
export function Group({ title, beside, children }: { readonly title: string; readonly beside?: ReactNode; readonly children: ReactNode }) {
  return (
    <section aria-label={title} className="border-t border-line pt-2.5">
      <div className="flex h-6 items-center justify-between pb-1"><h3 className="font-medium">{title}</h3>{beside && <div className="w-32">{beside}</div>}</div>
      <div className="grid grid-cols-2 gap-x-2 gap-y-1">{children}</div>
    </section>
  );
}
