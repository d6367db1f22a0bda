import { LABELS } from '../timeline/inks';

/** One of the eight inks, or none: pressing the one that is set takes it away. */
export function InkChoice({ value, onSet, field }: { readonly field?: string; readonly value: number | null | undefined; readonly onSet: (ink: number | null) => void }) {
  return (
    <div role="group" aria-label="Ink" data-field={field} className="col-span-full grid grid-cols-[72px_1fr] items-center gap-1">
      <span className="text-muted">Ink</span>
      <span className="flex gap-0.5">
        {LABELS.map((ink, i) => (
          <button key={ink} type="button" aria-label={`Ink ${i + 1}`} aria-pressed={value === i} title={value === i ? 'Take the ink away' : `Mark with ink ${i + 1}`} onClick={() => onSet(value === i ? null : i)} className={`grid size-[17px] shrink-0 place-items-center rounded-full ${value === i ? 'ring-1 ring-paper' : ''}`}>
            <span className="size-2.5 rounded-full" style={{ background: ink }} />
          </button>
        ))}
      </span>
    </div>
  );
}
