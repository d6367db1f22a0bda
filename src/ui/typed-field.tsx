import { useId, useLayoutEffect, useRef, useState, type KeyboardEvent } from 'react';
import { flushSync } from 'react-dom';
import { seenText } from './seen-text';

/** How typed text was understood: what it will become, or why it cannot be. */
export type Reading<T> = { readonly ok: true; readonly value: T; readonly read: string } | { readonly ok: false; readonly why: string };

export type TypedFieldProps<T> = {
  readonly label: string;
  /** What stands there while nobody types. */
  readonly shown: string;
  /** What is put into the field to be edited. */
  readonly edited: string;
  readonly read: (text: string) => Reading<T>;
  readonly onSet: (value: T) => void;
  /** Enter where nothing was changed: what stands there is meant. */
  readonly onSame?: (() => void) | undefined;
  /** One step up or down with the arrow keys; `large` with Shift. */
  readonly onStep?: (direction: 1 | -1, large: boolean) => void;
  /** Typed first, = begins a formula in place of the value. */
  readonly onFormula?: (() => void) | undefined;
  readonly disabled?: boolean;
  readonly className?: string;
  readonly title?: string;
  /** `inset` where the ground under the field is raised already. */
  readonly tone?: 'raised' | 'inset';
};

/** Keys that with Ctrl act on the text of a field. */
const OF_TEXTS: ReadonlySet<string> = new Set(['a', 'c', 'x', 'v', 'arrowleft', 'arrowright', 'home', 'end', 'backspace', 'delete']);

/** What reaches beyond the right edge of the window is moved back into it. */
function keepInSight(hint: HTMLElement | null): void {
  if (!hint) return;
  hint.style.translate = '';
  const beyond = hint.getBoundingClientRect().right + 8 - document.documentElement.clientWidth;
  if (beyond > 0) hint.style.translate = `${-beyond}px`;
}

/** A field that says what typed text will become before Enter, keeps what cannot be read, and lets go with Esc. */
export function TypedField<T>({ label, shown, edited, read, onSet, onSame, onStep, onFormula, disabled, className = '', title, tone = 'raised' }: TypedFieldProps<T>) {
  const [text, setText] = useState<string | null>(null);
  const input = useRef<HTMLInputElement>(null);
  const hintId = useId();
  const reading = text === null || text === edited ? null : read(text);

  const untouched = text === null || text === edited;

  // All of it is selected where the field is entered and where its value was stepped, and never once something is typed: the next figure would take its place.
  const selects = useRef(false);
  useLayoutEffect(() => {
    if (selects.current && document.activeElement === input.current) input.current?.select();
  }, [text, shown]);

  const commit = () => {
    if (text === null) return;
    if (reading === null) return setText(null);
    if (!reading.ok) return;
    onSet(reading.value);
    setText(null);
  };
  const onKeyDown = (event: KeyboardEvent<HTMLInputElement>) => {
    const withCtrl = event.ctrlKey || event.metaKey;
    // What selects, copies and moves in a text is the field's; with nothing typed, all else is not: undo takes back what the field has set.
    if (untouched && withCtrl && !OF_TEXTS.has(event.key.toLowerCase())) {
      selects.current = true;
      return setText(null);
    }
    event.stopPropagation();
    if (event.key === 'Enter') {
      if (untouched) onSame?.();
      // Leaving sets what was typed, once.
      if (reading === null || reading.ok) input.current?.blur();
    } else if (event.key === 'Escape') {
      // What was typed is gone before the field is left, which would set it; the next press is the page's at once.
      flushSync(() => setText(null));
      input.current?.blur();
    } else if (onStep && (event.key === 'ArrowUp' || event.key === 'ArrowDown')) {
      event.preventDefault();
      setText(null);
      selects.current = true;
      onStep(event.key === 'ArrowUp' ? 1 : -1, event.shiftKey);
    }
  };
  return (
    <span className="relative block min-w-0">
      <input
        ref={input}
        aria-label={label}
        aria-invalid={reading !== null && !reading.ok}
        aria-describedby={reading ? hintId : undefined}
        title={title}
        disabled={disabled}
        data-untouched={untouched || undefined}
        value={text ?? shown}
        // The press that enters the field selects what stands there; the browser would set a caret after that.
        onMouseDown={(event) => { if (event.button === 0 && document.activeElement !== event.currentTarget) { event.preventDefault(); event.currentTarget.focus(); } }}
        onFocus={() => { selects.current = true; setText((typed) => typed ?? edited); }}
        onChange={(event) => {
          selects.current = false;
          const typed = seenText(event.target.value);
          if (!onFormula || !typed.startsWith('=')) return setText(typed);
          flushSync(() => setText(null));
          input.current?.blur();
          onFormula();
        }}
        onBlur={() => (reading !== null && !reading.ok ? setText(null) : commit())}
        onKeyDown={onKeyDown}
        className={`w-full min-w-0 rounded-md px-1.5 py-1 font-mono text-[12px] text-paper hover:bg-lifted focus:bg-deep disabled:opacity-50 ${tone === 'raised' ? 'bg-raised' : 'bg-panel'} ${className}`}
      />
      {reading && (
        <span ref={(hint) => keepInSight(hint)} id={hintId} role="status" className={`absolute top-full left-0 z-30 mt-1 w-max max-w-64 rounded-md bg-deep px-2 py-1 text-[12px] shadow-lg ring-1 ring-line ${reading.ok ? 'text-paper' : 'text-rust'}`}>
          {reading.ok ? `→ ${reading.read}` : reading.why}
        </span>
      )}
    </span>
  );
}
