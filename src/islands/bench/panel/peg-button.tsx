/** The peg of a channel: full where a key stands at the playhead, hollow where others do, a dot where there is none. */
export function PegButton({ state, label, onPress, disabled }: { readonly state: 'here' | 'elsewhere' | 'none'; readonly label: string; readonly onPress: () => void; readonly disabled?: boolean }) {
  const words = state === 'here' ? `Take away the key of ${label}` : `Key ${label} at the playhead`;
  return (
    <button type="button" aria-label={words} aria-pressed={state === 'here'} title={words} disabled={disabled} onClick={onPress} className="grid size-6 shrink-0 place-items-center rounded-md hover:bg-lifted disabled:opacity-40">
      {state === 'none' ? (
        <span aria-hidden="true" className="size-1.5 rounded-full bg-muted/70" />
      ) : (
        <span aria-hidden="true" className={`h-3 w-[5px] rounded-[2px] ${state === 'here' ? 'bg-amber' : 'ring-1 ring-amber ring-inset'}`} />
      )}
    </button>
  );
}
