import { DropdownMenu as Radix } from 'radix-ui';
import type { ReactNode } from 'react';

export type MenuEntry = { readonly label: string; readonly about?: string; readonly onPick: () => void };

/** A button that opens a list of actions. */
export function Menu({ trigger, entries }: { readonly trigger: ReactNode; readonly entries: readonly MenuEntry[] }) {
  return (
    <Radix.Root modal={false}>
      <Radix.Trigger asChild>{trigger}</Radix.Trigger>
      <Radix.Portal>
        <Radix.Content align="start" sideOffset={4} collisionPadding={8} onKeyDown={(event) => event.stopPropagation()} className="z-50 max-w-80 min-w-44 rounded-lg bg-raised p-1 shadow-2xl ring-1 ring-line">
          {entries.map(({ label, about, onPick }) => (
            <Radix.Item key={label} onSelect={onPick} className="cursor-pointer rounded-md px-2.5 py-1.5 outline-none data-[highlighted]:bg-lifted">
              <span className="block">{label}</span>
              {about && <span className="block text-[12px] text-muted">{about}</span>}
            </Radix.Item>
          ))}
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}
