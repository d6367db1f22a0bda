import { setTempo } from '../../../core/commands';
import { framesPerSecond } from '../../../core/time';
import { Button, TypedField } from '../../../ui';
import { current } from '../editor/editor';
import { useEditor, useEditorState } from '../editor/editor-context';
import { readNumber, showNumber } from './read-number';

/** What the open composition is, when no layer is selected: its size, its length and its tempo. */
export function CompositionPanel() {
  const editor = useEditor();
  const composition = useEditorState((state) => current(state));
  const { width, height, rate, duration, tempo } = composition;
  const fps = framesPerSecond(rate);
  const set = (next: typeof tempo) => editor.run(setTempo(editor.store.getState().project, composition.id, next));
  const facts = [
    ['Size', `${width} × ${height} px`],
    ['Rate', `${Math.round(fps * 1000) / 1000} frames a second`],
    ['Length', `${duration} frames, ${showNumber(duration / fps)} s`],
  ] as const;
  return (
    <div className="flex flex-col gap-4 p-4">
      <header>
        <h2 className="font-title text-[17px] font-semibold">{composition.name}</h2>
        <p className="text-muted">Select a layer in the picture or the timeline to change it.</p>
      </header>
      <dl className="grid grid-cols-[84px_1fr] gap-y-1.5">
        {facts.map(([name, value]) => <FactRow key={name} name={name} value={value} />)}
      </dl>
      <section>
        <h3 className="pb-1.5 font-medium">Tempo</h3>
        {tempo ? (
          <div className="grid grid-cols-[84px_120px] items-center gap-x-1.5 gap-y-1.5">
            <span className="text-muted">Beats a minute</span>
            <TypedField label="Beats a minute" edited={showNumber(tempo.bpm)} shown={`${showNumber(tempo.bpm)} bpm`} onSet={(bpm: number) => set({ ...tempo, bpm })} read={(text) => {
              const reading = readNumber(text, tempo.bpm, 'bpm');
              return reading.ok && (reading.value < 20 || reading.value > 400) ? { ok: false, why: 'A tempo lies between 20 and 400 beats a minute.' } : reading;
            }} />
            <span className="text-muted">Beat 1 at</span>
            <TypedField label="Frame of the first beat" edited={showNumber(tempo.offset)} shown={`${showNumber(tempo.offset)} f`} onSet={(offset: number) => set({ ...tempo, offset })} read={(text) => readNumber(text, tempo.offset, 'f')} />
            <Button tone="plain" className="col-span-2 justify-self-start px-0 text-muted" onClick={() => set(null)}>Take the tempo away</Button>
          </div>
        ) : (
          <Button onClick={() => set({ bpm: 120, offset: 0, meter: [4, 4], map: null, origin: 'typed' })}>Give it a tempo</Button>
        )}
      </section>
    </div>
  );
}

function FactRow({ name, value }: { readonly name: string; readonly value: string }) {
  return (
    <>
      <dt className="text-muted">{name}</dt>
      <dd className="font-mono text-[12px]">{value}</dd>
    </>
  );
}
