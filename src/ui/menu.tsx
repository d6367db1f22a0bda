import { DropdownMenu as Radix } from 'radix-ui';
import { useRef, type ReactNode } from 'react';
import { useLettingGo } from './use-letting-go';

/** An entry that `focuses` gives the keyboard to something itself: it is done once the menu has let go of it. */
export type MenuEntry = { readonly label: string; readonly about?: string; readonly focuses?: boolean; readonly onPick: () => void };

/** A button that opens a list of actions. */
export function Menu({ trigger, entries }: { readonly trigger: ReactNode; readonly entries: readonly MenuEntry[] }) {
  const { opener, closing } = useLettingGo();
  const waiting = useRef<(() => void) | null>(null);
  const closed = (event: Event) => {
    closing(event);
    const pick = waiting.current;
    waiting.current = null;
    if (!pick) return;
    event.preventDefault();
    pick();
  };
  return (
    <Radix.Root modal={false}>
      <Radix.Trigger asChild {...opener}>{trigger}</Radix.Trigger>
      <Radix.Portal>
        <Radix.Content align="start" sideOffset={4} collisionPadding={8} onCloseAutoFocus={closed} onKeyDown={(event) => event.stopPropagation()} className="z-50 max-h-[var(--radix-dropdown-menu-content-available-height)] max-w-80 min-w-44 overflow-y-auto rounded-lg bg-raised p-1 shadow-2xl ring-1 ring-line">
          {entries.map(({ label, about, focuses, onPick }) => (
            <Radix.Item key={label} onSelect={() => { if (focuses) waiting.current = onPick; else onPick(); }} className="cursor-pointer rounded-md px-2.5 py-1.5 outline-none data-[highlighted]:bg-lifted">
              <span className="block">{label}</span>
              {about && <span className="block text-[12px] text-muted">{about}</span>}
            </Radix.Item>
          ))}
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}
