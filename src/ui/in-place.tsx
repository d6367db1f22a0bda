import { useState } from 'react';
import { seenText } from './seen-text';

/** Words that become a field where they stand: by a double-click, or Enter on them. Esc keeps what was there. */
export function InPlace({ label, value, onSet, editing, begun, onDone, onPick, className = '', title }: {
  readonly label: string;
  readonly value: string;
  readonly onSet: (value: string) => void;
  /** Opened from outside; `onDone` says that it may close. */
  readonly editing?: boolean;
  /** What was typed already before it was open: asked when the field has the keyboard, it goes on from there. */
  readonly begun?: () => string;
  readonly onDone?: () => void;
  /** A single click; without it a click opens the field. */
  readonly onPick?: (event: React.MouseEvent) => void;
  readonly className?: string;
  readonly title?: string | undefined;
}) {
  const [text, setText] = useState<string | null>(null);
  const open = text !== null || editing === true;
  const close = (keep: boolean) => {
    const typed = text ?? value;
    setText(null);
    onDone?.();
    if (keep && typed.trim() !== '' && typed !== value) onSet(typed.trim());
  };
  if (open) {
    return (
      <input
        aria-label={label} value={text ?? value} autoFocus size={Math.max(4, (text ?? value).length)}
        onFocus={(event) => {
          const typed = begun?.() ?? '';
          if (typed === '') event.target.select();
          else setText(typed);
        }} onChange={(event) => setText(seenText(event.target.value))} onBlur={() => close(true)}
        onKeyDown={(event) => { event.stopPropagation(); if (event.key === 'Enter') close(true); else if (event.key === 'Escape') close(false); }}
        className={`w-full min-w-0 rounded bg-deep px-1 py-0.5 ring-1 ring-leaf outline-none ${className}`}
      />
    );
  }
  return (
    <button type="button" title={title ?? (onPick ? value : `${value}: click to rename`)} onClick={(event) => (onPick ? onPick(event) : setText(value))} onDoubleClick={() => setText(value)} className={`block w-full truncate rounded px-1 py-0.5 text-left hover:bg-raised ${className}`}>
      {value}
    </button>
  );
}
