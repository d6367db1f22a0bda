type Props = {
  readonly state: 'here' | 'elsewhere' | 'none';
  readonly label: string;
  readonly onPress: () => void;
  readonly onPrevious: (() => void) | null;
  readonly onNext: (() => void) | null;
  readonly disabled?: boolean;
  /** Takes less room, in the timeline's rows. */
  readonly small?: boolean;
};

/** The peg of a channel: full where a key stands at the playhead, hollow where others do, a dot where there is none; and the way to the keys beside. */
export function PegButton({ state, label, onPress, onPrevious, onNext, disabled, small }: Props) {
  const words = state === 'here' ? `Take away the key of ${label}` : `Key ${label} at the playhead`;
  return (
    <span className="flex items-center" data-dense>
      <Step to={onPrevious} label={`To the key of ${label} before`} d="M5 1L1.5 4.5L5 8" hidden={state === 'none'} small={small === true} />
      <button type="button" aria-label={words} aria-pressed={state === 'here'} title={words} disabled={disabled} onClick={onPress} className={`grid shrink-0 place-items-center rounded-md hover:bg-lifted disabled:opacity-40 ${small ? 'h-6 w-6' : 'h-6 w-[18px]'}`}>
        {state === 'none' ? (
          <span aria-hidden="true" className="size-1.5 rounded-full bg-muted/70" />
        ) : (
          <span aria-hidden="true" className={`h-3 w-[5px] rounded-[2px] ${state === 'here' ? 'bg-amber' : 'ring-1 ring-amber ring-inset'}`} />
        )}
      </button>
      <Step to={onNext} label={`To the next key of ${label}`} d="M1.5 1L5 4.5L1.5 8" hidden={state === 'none'} small={small === true} />
    </span>
  );
}

function Step({ to, label, d, hidden, small }: { readonly to: (() => void) | null; readonly label: string; readonly d: string; readonly hidden: boolean; readonly small: boolean }) {
  if (hidden) return <span className="w-3.5" />;
  return (
    <button type="button" aria-label={label} title={label} disabled={to === null} onClick={() => to?.()} className={`grid h-6 place-items-center ${small ? 'w-6' : 'w-3.5'} rounded text-muted hover:bg-lifted hover:text-paper disabled:opacity-25`}>
      <svg width="6.5" height="9" aria-hidden="true"><path d={d} fill="none" stroke="currentColor" strokeWidth="1.4" strokeLinecap="round" strokeLinejoin="round" /></svg>
    </button>
  );
}
