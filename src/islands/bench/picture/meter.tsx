import { Popover } from 'radix-ui';
import { framesPerSecond } from '../../../core/time';
import { current } from '../editor/editor';
import { useEditor, useEditorState } from '../editor/editor-context';

const tidy = (value: number) => Math.round(value * 10) / 10;

/** How playing goes: frames that are ready, the rate that is held, how sharp pictures are painted. It opens all that is about it. */
export function Meter() {
  const composition = useEditorState((state) => current(state));
  const ready = useEditorState((state) => state.ready);
  const played = useEditorState((state) => state.played);
  const sharpness = useEditorState((state) => state.settings.sharpness);
  const [from, to] = composition.range;
  const all = Math.max(1, Math.round(to - from));
  const painted = ready?.composition === composition.id ? ready.frames.slice(from, to).reduce((sum, one) => sum + one, 0) : 0;
  const rate = framesPerSecond(composition.rate);
  const held = played && played.frames > 0 ? (rate * Math.max(0, played.frames - played.dropped)) / played.frames : null;
  const isShort = held !== null && played!.dropped > 0;
  const rateWords = isShort ? `${tidy(held)} of ${tidy(rate)} fps` : `${tidy(rate)} fps`;
  const words = `${painted} of ${all} frames ready, ${rateWords}${held === null ? '' : ' held when it last played'}, ${sharpness === null ? 'as sharp as needed' : `${sharpness} % sharp`}`;
  return (
    <Popover.Root>
      <Popover.Trigger asChild>
        <button type="button" aria-label={`How playing goes: ${words}`} title={words} data-ready={painted} data-played={played ? JSON.stringify(played) : undefined} className="ml-auto flex h-7 min-w-0 items-center gap-2 rounded-md px-2 text-[12px] text-muted hover:bg-raised hover:text-paper">
          <span aria-hidden="true" className="relative h-2 w-12 min-w-0 overflow-hidden rounded-full bg-lifted"><span className="absolute inset-y-0 left-0 bg-muted" style={{ width: `${(painted / all) * 100}%` }} /></span>
          <span className={`shrink-0 whitespace-nowrap font-mono ${held !== null && held < rate - 0.5 ? 'text-amber' : ''}`}>{isShort ? <>{tidy(held)}<span className="@max-[700px]:hidden"> of {tidy(rate)}</span> fps</> : rateWords}</span>
        </button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content side="top" align="end" sideOffset={6} collisionPadding={8} aria-label="How playing goes" onCloseAutoFocus={(event) => event.preventDefault()} onKeyDown={(event) => event.key !== 'Escape' && event.stopPropagation()} className="z-50 w-72 rounded-xl bg-raised p-3.5 shadow-2xl ring-1 ring-line outline-none">
          <Settings ready={`${painted} of ${all} frames of the play range are ready.`} />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

function Settings({ ready }: { readonly ready: string }) {
  const editor = useEditor();
  const { sharpness, stopReturns, memory } = useEditorState((state) => state.settings);
  return (
    <div className="flex flex-col gap-3 text-[12.5px]">
      <p className="text-muted">{ready}</p>
      <div>
        <div className="flex items-baseline justify-between pb-1"><label htmlFor="oak-sharpness">Sharpness</label><span className="font-mono text-[12px] text-muted">{sharpness === null ? 'as needed' : `${sharpness} %`}</span></div>
        <input id="oak-sharpness" type="range" min={10} max={100} step={5} value={sharpness ?? 100} disabled={sharpness === null} onChange={(event) => editor.setSettings({ sharpness: Number(event.target.value) })} className="w-full accent-leaf disabled:opacity-45" />
        <label className="flex items-center gap-2 pt-1 text-muted"><input type="checkbox" className="size-[16px] accent-leaf" checked={sharpness === null} onChange={(event) => editor.setSettings({ sharpness: event.target.checked ? null : 100 })} />As needed: coarser while it plays, where it must be</label>
      </div>
      <label className="flex items-center gap-2"><input type="checkbox" className="size-[16px] accent-leaf" checked={stopReturns} onChange={(event) => editor.setSettings({ stopReturns: event.target.checked })} />Stopping goes back to where it began</label>
      <div>
        <div className="flex items-baseline justify-between pb-1"><label htmlFor="oak-memory">Painted pictures may take</label><span className="font-mono text-[12px] text-muted">{memory} MB</span></div>
        <input id="oak-memory" type="range" min={64} max={1024} step={64} value={memory} onChange={(event) => editor.setSettings({ memory: Number(event.target.value) })} className="w-full accent-leaf" />
      </div>
    </div>
  );
}
