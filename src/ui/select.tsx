import { Select as Radix } from 'radix-ui';
import { Check, ChevronDown } from 'lucide-react';
import { useState, type CSSProperties } from 'react';
import { useLettingGo } from './use-letting-go';

/** One of a list. An option may show itself in its own style (a font in its letters). */
export function Select<T extends string>({ label, value, onChange, options, styleOf, disabled, tone = 'raised' }: {
  readonly label: string;
  readonly value: T;
  readonly onChange: (value: T) => void;
  readonly options: readonly (readonly [value: T, label: string])[];
  readonly styleOf?: (value: T) => CSSProperties | undefined;
  readonly disabled?: boolean;
  readonly tone?: 'raised' | 'inset';
}) {
  const [open, setOpen] = useState(false);
  const { opener, closing } = useLettingGo();
  // The list's own empty value means nothing chosen; ours is a choice like the others.
  const out = (one: string) => (one === NONE ? '' : one) as T;
  const into = (one: string) => (one === '' ? NONE : one);
  return (
    <Radix.Root open={open} onOpenChange={setOpen} value={into(value)} onValueChange={(next) => onChange(out(next))} disabled={disabled ?? false}>
      <Radix.Trigger {...opener} aria-label={label} title={label} className={`flex h-[26px] w-full min-w-0 items-center justify-between gap-1 rounded-md px-1.5 text-left text-[12.5px] hover:bg-lifted disabled:opacity-50 ${tone === 'raised' ? 'bg-raised' : 'bg-panel'}`}>
        <span className="truncate" style={styleOf?.(value)}><Radix.Value>{options.find(([one]) => one === value)?.[1] ?? ''}</Radix.Value></span><ChevronDown size={12} className="shrink-0 text-muted" aria-hidden="true" />
      </Radix.Trigger>
      {/* A closed list of a thousand layers costs nothing: it is made when it is opened. */}
      {open && <Radix.Portal>
        <Radix.Content position="popper" sideOffset={3} collisionPadding={8} onCloseAutoFocus={closing} onKeyDown={(event) => event.key !== 'Escape' && event.stopPropagation()} className="z-50 max-h-[var(--radix-select-content-available-height)] min-w-[var(--radix-select-trigger-width)] overflow-hidden rounded-lg bg-raised shadow-2xl ring-1 ring-line">
          <Radix.Viewport className="p-1">
            {options.map(([one, words]) => (
              <Radix.Item key={one} value={into(one)} className="flex cursor-pointer items-center justify-between gap-4 rounded-md px-2 py-1 outline-none data-[highlighted]:bg-lifted" style={styleOf?.(one)}>
                <Radix.ItemText>{words}</Radix.ItemText><Radix.ItemIndicator><Check size={13} className="text-leaf" aria-hidden="true" /></Radix.ItemIndicator>
              </Radix.Item>
            ))}
          </Radix.Viewport>
        </Radix.Content>
      </Radix.Portal>}
    </Radix.Root>
  );
}

const NONE = '·none·';
