import { Popover } from 'radix-ui';
import { useEffect, useRef, useState } from 'react';
import { RgbaColorPicker } from 'react-colorful';
import { coloursOf } from '../../../core/commands';
import { TypedField } from '../../../ui';
import { useEditorState } from '../editor/editor-context';

export type Colour = readonly [number, number, number, number];

type Props = {
  readonly label: string;
  readonly value: Colour;
  readonly mixed?: boolean;
  readonly onSet: (value: Colour) => void;
  /** Shows a colour while it is looked for; null lets go of it. */
  readonly onTry: (value: Colour | null) => void;
  readonly disabled?: boolean;
  /** A formula is begun in its field. */
  readonly onFormula?: () => void;
};

/** A colour as #rrggbb with its alpha; its swatch opens a picker with the colours of the project. */
export function ColourField({ label, value, mixed, onSet, onTry, disabled, onFormula }: Props) {
  const [open, setOpen] = useState(false);
  const hex = hexOf(value);
  return (
    <span className="flex min-w-0 items-center gap-1.5">
      <Popover.Root open={open} onOpenChange={setOpen}>
        <Popover.Trigger asChild>
          <button type="button" aria-label={`${label}, picker`} title="Choose a colour" disabled={disabled} className="clear-ground size-6 shrink-0 overflow-hidden rounded-md ring-1 ring-line disabled:opacity-50">
            <span className="block size-full" style={{ background: cssOf(value) }} />
          </button>
        </Popover.Trigger>
        <Popover.Portal>
          <Popover.Content side="left" align="start" sideOffset={8} collisionPadding={8} aria-label={label} onKeyDown={(event) => event.key !== 'Escape' && event.stopPropagation()} className="z-50 w-56 rounded-xl bg-raised p-3 shadow-2xl ring-1 ring-line outline-none">
            <Picker value={value} onSet={onSet} onTry={onTry} />
          </Popover.Content>
        </Popover.Portal>
      </Popover.Root>
      <TypedField label={label} edited={mixed ? '' : hex} shown={mixed ? 'mixed' : hex} read={(text) => readColour(text, value[3])} onSet={onSet} disabled={disabled ?? false} className="px-1!" {...(onFormula ? { onFormula } : {})} />
    </span>
  );
}

function Picker({ value, onSet, onTry }: Pick<Props, 'value' | 'onSet' | 'onTry'>) {
  const [now, setNow] = useState(value);
  const tried = useRef<Colour | null>(null);
  const project = useEditorState((state) => state.project);
  const [colours] = useState(() => coloursOf(project));
  // What was dragged to is kept when the pointer is let go: one step of undo for a whole look round.
  useEffect(() => {
    const keep = () => {
      if (!tried.current) return;
      onSet(tried.current);
      tried.current = null;
    };
    window.addEventListener('pointerup', keep);
    return () => window.removeEventListener('pointerup', keep);
  });
  const letGo = useRef(onTry);
  useEffect(() => void (letGo.current = onTry));
  // Closed while a colour is only being tried, it lets go of it.
  useEffect(() => () => { if (tried.current) letGo.current(null); }, []);
  const look = (next: Colour) => {
    setNow(next);
    tried.current = next;
    onTry(next);
  };
  const take = (next: Colour) => {
    setNow(next);
    onSet(next);
  };
  const [r, g, b, a] = now;
  return (
    <div className="flex flex-col gap-2.5">
      <RgbaColorPicker
        style={{ width: '100%', height: 150 }} color={{ r: Math.round(r * 255), g: Math.round(g * 255), b: Math.round(b * 255), a }}
        onChange={(next) => look([share(next.r / 255), share(next.g / 255), share(next.b / 255), share(next.a)])}
        onKeyUp={() => { if (tried.current) { onSet(tried.current); tried.current = null; } }}
      />
      <div className="grid grid-cols-[1fr_72px] gap-2">
        <TypedField label="Colour as #rrggbb" edited={hexOf(now)} shown={hexOf(now)} read={(text) => readColour(text, a)} onSet={take} tone="inset" />
        <TypedField label="Alpha" edited={String(Math.round(a * 100))} shown={`${Math.round(a * 100)} %`} tone="inset" onSet={(percent: number) => take([r, g, b, share(percent / 100)])} read={(text) => {
          const percent = Number(text.replace('%', ''));
          return Number.isFinite(percent) && percent >= 0 && percent <= 100 ? { ok: true, value: percent, read: `${percent} %` } : { ok: false, why: 'Type 0 to 100.' };
        }} />
      </div>
      {colours.length > 0 && (
        <div>
          <p className="pb-1 text-[12px] text-muted">In this project</p>
          <div className="grid grid-cols-8 gap-1.5">
            {colours.map((colour) => <button key={colour.join()} type="button" aria-label={`Take ${hexOf(colour)}`} title={hexOf(colour)} onClick={() => take(colour)} className="clear-ground size-5 overflow-hidden rounded ring-1 ring-line hover:ring-paper"><span className="block size-full" style={{ background: cssOf(colour) }} /></button>)}
          </div>
        </div>
      )}
    </div>
  );
}

function share(value: number): number {
  return Math.round(Math.min(1, Math.max(0, value)) * 1000) / 1000;
}

export function hexOf(colour: readonly number[]): string {
  return `#${colour.slice(0, 3).map((part) => Math.round(Math.min(1, Math.max(0, part)) * 255).toString(16).padStart(2, '0')).join('')}`;
}

function cssOf([r, g, b, a]: Colour): string {
  return `rgba(${Math.round(r * 255)}, ${Math.round(g * 255)}, ${Math.round(b * 255)}, ${a})`;
}

/** `#rrggbb`, `#rgb` or with an alpha behind; without one the alpha that is there stays. */
export function readColour(text: string, alpha: number): { readonly ok: true; readonly value: Colour; readonly read: string } | { readonly ok: false; readonly why: string } {
  const bare = text.trim().replace(/^#/, '');
  const wide = /^[0-9a-f]{3}$/i.test(bare) ? [...bare].map((digit) => digit + digit).join('') : bare;
  if (!/^([0-9a-f]{6}|[0-9a-f]{8})$/i.test(wide)) return { ok: false, why: 'Type a colour as #rrggbb.' };
  const part = (i: number) => share(parseInt(wide.slice(i, i + 2), 16) / 255);
  return { ok: true, value: [part(0), part(2), part(4), wide.length === 8 ? part(6) : alpha], read: `#${wide.toLowerCase()}` };
}
