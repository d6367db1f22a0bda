import { useEffect, useRef, useState } from 'react';
import { framesPerSecond } from '../../../core/time';
import { Button, Dialog, TypedField } from '../../../ui';
import { makeFilm, type FilmAnswer, type FilmFormat } from '../../../workers/film/client';
import { current } from '../editor/editor';
import { useEditor, useEditorState } from '../editor/editor-context';
import { readNumber } from '../panel/read-number';

type Stage =
  | { readonly kind: 'ready' }
  | { readonly kind: 'working'; readonly done: number; readonly of: number; readonly began: number }
  | { readonly kind: 'finished'; readonly address: string; readonly name: string; readonly bytes: number; readonly notes: readonly string[] }
  | { readonly kind: 'ended'; readonly message: string };

/** Makes a film file or a picture sequence of the open composition, while the Bench stays usable. */
export function RenderDialog({ onClose }: { readonly onClose: () => void }) {
  const editor = useEditor();
  const composition = useEditorState((state) => current(state));
  const [format, setFormat] = useState<FilmFormat>('mp4');
  const [range, setRange] = useState<readonly [number, number]>([composition.range[0], composition.range[1]]);
  const [stage, setStage] = useState<Stage>({ kind: 'ready' });
  const cancel = useRef<(() => void) | null>(null);
  useEffect(() => () => cancel.current?.(), []);
  const working = stage.kind === 'working';

  const hear = (answer: FilmAnswer) => {
    switch (answer.kind) {
      case 'progress': return setStage((now) => ({ kind: 'working', done: answer.done, of: answer.of, began: now.kind === 'working' ? now.began : Date.now() }));
      case 'cancelled': return setStage({ kind: 'ended', message: 'Cancelled; no file was made.' });
      case 'failed': return setStage({ kind: 'ended', message: answer.message });
      case 'finished': {
        const address = URL.createObjectURL(answer.file);
        const link = document.createElement('a');
        link.href = address;
        link.download = answer.name;
        link.click();
        return setStage({ kind: 'finished', address, name: answer.name, bytes: answer.file.size, notes: answer.notes });
      }
    }
  };
  const start = () => {
    setStage({ kind: 'working', done: 0, of: range[1] - range[0], began: Date.now() });
    cancel.current = makeFilm({ project: editor.store.getState().project, composition: composition.id, from: range[0], to: range[1], format }, hear);
  };
  const edge = (i: 0 | 1, low: number, high: number) => (text: string) => {
    const reading = readNumber(text, range[i], 'f');
    if (!reading.ok) return reading;
    return Number.isInteger(reading.value) && reading.value >= low && reading.value <= high ? reading : ({ ok: false, why: `Type a whole frame from ${low} to ${high}.` } as const);
  };
  /** What is typed counts: the other end gives way where it would be passed, and the range keeps its length as far as the composition goes. */
  const long = range[1] - range[0];
  const begin = (from: number) => setRange([from, from < range[1] ? range[1] : Math.min(composition.duration, from + long)]);
  const end = (to: number) => setRange([to > range[0] ? range[0] : Math.max(0, to - long), to]);
  const seconds = (range[1] - range[0]) / framesPerSecond(composition.rate);
  return (
    <Dialog open title={`Render ${composition.name}`} about={`${composition.width} × ${composition.height}, ${range[1] - range[0]} frames, ${Math.round(seconds * 100) / 100} s`} onClose={onClose}>
      <fieldset disabled={working} className="flex gap-2">
        <legend className="sr-only">File</legend>
        {(['mp4', 'png'] as const).map((one) => (
          <label key={one} className={`grow cursor-pointer rounded-md px-3 py-2 ${format === one ? 'bg-lifted ring-1 ring-leaf' : 'bg-raised'}`}>
            <input type="radio" name="format" className="sr-only" checked={format === one} onChange={() => setFormat(one)} />
            <span className="block font-medium">{one === 'mp4' ? 'Film' : 'Picture sequence'}</span>
            <span className="block text-[12px] text-muted">{one === 'mp4' ? 'MP4, H.264' : 'PNG frames in one zip'}</span>
          </label>
        ))}
      </fieldset>
      <div className="mt-3 grid grid-cols-[auto_90px_auto_90px_1fr] items-center gap-2">
        <span className="text-muted">From frame</span>
        <TypedField label="From frame" shown={String(range[0])} edited={String(range[0])} read={edge(0, 0, composition.duration - 1)} onSet={begin} disabled={working} />
        <span className="text-muted">up to</span>
        <TypedField label="Up to frame" shown={String(range[1])} edited={String(range[1])} read={edge(1, 1, composition.duration)} onSet={end} disabled={working} />
        <span className="text-[12px] text-muted">not included</span>
      </div>
      <div className="mt-4 flex min-h-14 items-end justify-between gap-3">
        <div aria-live="polite" className="min-w-0 grow">
          {working && <Progress stage={stage} />}
          {stage.kind === 'finished' && (
            <p>
              <a href={stage.address} download={stage.name} className="text-leaf underline">{stage.name}</a>
              <span className="text-muted">, {Math.max(1, Math.round(stage.bytes / 1000))} kB, is in your downloads.</span>
              {stage.notes.map((note) => <span key={note} className="block text-[12px] text-amber">{note}</span>)}
            </p>
          )}
          {stage.kind === 'ended' && <p>{stage.message}</p>}
        </div>
        {working ? <Button tone="danger" onClick={() => cancel.current?.()}>Cancel</Button> : <Button tone="strong" onClick={start}>{stage.kind === 'ready' ? 'Make the file' : 'Make it again'}</Button>}
      </div>
    </Dialog>
  );
}

function Progress({ stage: { done, of, began } }: { readonly stage: Extract<Stage, { kind: 'working' }> }) {
  const left = done > 2 ? ((Date.now() - began) / done) * (of - done) : null;
  return (
    <div>
      <progress max={of} value={done} aria-label="Frames made" className="h-1.5 w-full accent-leaf" />
      <p className="pt-1 font-mono text-[12px] text-muted">{done} of {of} frames{left === null ? '' : `, about ${Math.max(1, Math.round(left / 1000))} s left`}</p>
    </div>
  );
}
