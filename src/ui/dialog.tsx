import { Dialog as Radix } from 'radix-ui';
import type { ReactNode } from 'react';

/** A window over the page: Esc and a press outside close it. */
export function Dialog({ title, about, open, onClose, wide, children }: { readonly title: string; readonly about: string; readonly open: boolean; readonly onClose: () => void; readonly wide?: boolean; readonly children: ReactNode }) {
  return (
    <Radix.Root open={open} onOpenChange={(next) => !next && onClose()}>
      <Radix.Portal>
        <Radix.Overlay className="fixed inset-0 z-40 bg-deep/70" />
        <Radix.Content
          onKeyDown={(event) => event.stopPropagation()}
          className={`fixed top-1/2 left-1/2 z-50 max-w-[94vw] ${wide ? 'w-[680px]' : 'w-[420px]'} -translate-x-1/2 -translate-y-1/2 rounded-xl bg-panel p-5 shadow-2xl ring-1 ring-line outline-none`}
        >
          <Radix.Title className="font-title text-lg font-semibold">{title}</Radix.Title>
          <Radix.Description className="mt-0.5 text-muted">{about}</Radix.Description>
          <div className="mt-4">{children}</div>
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}
