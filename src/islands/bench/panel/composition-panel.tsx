import { type CompositionFields } from '../../../core/commands';
import { keptOfComposition, keptOfProject, readColour as readCss } from '../../../core/scene';
import { framesPerSecond, readTypedTime, type Rate } from '../../../core/time';
import { Button, InPlace, Select, TypedField } from '../../../ui';
import { current, seenSoon } from '../editor/editor';
import { doRevisable } from '../editor/do-revisable';
import { useEditor, useEditorState } from '../editor/editor-context';
import { ColourField, hexOf, type Colour } from './colour-field';
import { Group } from './group';
import { Labelled } from './labelled';
import { Kept } from './kept';
import { MarkerList, PlainInput } from './marker-list';
import { readSpans, showSpans } from './operator-text';
import { readNumber, showNumber } from './read-number';
import { WhatFollows } from './what-follows';

const RATES: readonly (readonly [string, string])[] = [['24,1', '24 fps'], ['25,1', '25 fps'], ['30,1', '30 fps'], ['50,1', '50 fps'], ['60,1', '60 fps'], ['24000,1001', '23.976 fps'], ['30000,1001', '29.97 fps'], ['60000,1001', '59.94 fps'], ['12,1', '12 fps'], ['15,1', '15 fps']];

/** What the open composition is, when no layer is selected: its size, rate and length, its ground, tempo and markers. */
export function CompositionPanel() {
  const editor = useEditor();
  const whole = useEditorState(seenSoon);
  const composition = useEditorState((state) => current({ ...state, project: seenSoon(state) }));
  const { id, width, height, rate, duration, tempo, range, rigid } = composition;
  const set = (fields: CompositionFields) => editor.do('composition.set', { composition: id, fields });
  const size = (wide: number, tall: number) => doRevisable(editor, 'composition.size', { composition: id, width: wide, height: tall, content: 'stays' });
  const setT = (next: typeof tempo) => editor.do('composition.tempo', { composition: id, tempo: next });
  const pixels = (text: string, now: number) => {
    const reading = readNumber(text, now, 'px');
    return reading.ok && (!Number.isInteger(reading.value) || reading.value < 1 || reading.value > 8192) ? { ok: false as const, why: 'A side is a whole number of pixels, 1 to 8192.' } : reading;
  };
  const time = (text: string, at: number, wrong: (at: number) => string | null) => {
    const reading = readTypedTime(text, { at, rate, tempo });
    if (!reading.ok) return reading;
    const why = wrong(reading.at);
    return why === null ? { ok: true as const, value: Math.round(reading.at), read: reading.read } : { ok: false as const, why };
  };
  const known = rate.join(',');
  const ground: Colour = composition.background === null ? [0, 0, 0, 0] : ([...readCss(composition.background)] as unknown as Colour);
  const hex = (colour: Colour) => `${hexOf(colour)}${colour[3] < 1 ? Math.round(colour[3] * 255).toString(16).padStart(2, '0') : ''}`;
  return (
    <div className="flex flex-col gap-2.5 p-3">
      <header>
        <h2 className="max-w-72 font-title text-[17px] font-semibold"><InPlace key={id} label="Composition name" value={composition.name} onSet={(name) => set({ name })} /></h2>
        <p className="px-1 text-muted">Select a layer in the picture or the timeline to change it.</p>
      </header>
      <Group title="Composition">
        <Labelled full name="Width" field="composition-width"><TypedField label="Width of the composition" edited={String(width)} shown={`${width} px`} read={(text) => pixels(text, width)} onSet={(next: number) => size(next, height)} onStep={(by, large) => size(Math.max(1, Math.min(8192, width + by * (large ? 10 : 1))), height)} /></Labelled>
        <Labelled full name="Height" field="composition-height"><TypedField label="Height of the composition" edited={String(height)} shown={`${height} px`} read={(text) => pixels(text, height)} onSet={(next: number) => size(width, next)} onStep={(by, large) => size(width, Math.max(1, Math.min(8192, height + by * (large ? 10 : 1))))} /></Labelled>
        <Labelled full name="Rate" field="composition-rate"><Select label="Rate" value={known} onChange={(next) => doRevisable(editor, 'composition.rate', { composition: id, rate: next.split(',').map(Number) as unknown as Rate, keeps: 'seconds' })} options={RATES.some(([one]) => one === known) ? RATES : [[known, `${Math.round(framesPerSecond(rate) * 1000) / 1000} fps`], ...RATES]} /></Labelled>
        <Labelled full name="Length" field="composition-length"><TypedField label="Length" title="Frames (300), seconds (10s), bars (8b)" edited={String(duration)} shown={`${duration} f, ${showNumber(duration / framesPerSecond(rate))} s`} onSet={(next: number) => doRevisable(editor, 'composition.length', { composition: id, duration: next, bars: 'follow' })} read={(text) => time(text, duration, (at) => (at < 1 ? 'A composition lasts a frame at least.' : at > 10_000_000 ? 'That is longer than anybody waits.' : null))} /></Labelled>
        <Labelled full name="Plays from" field="composition-plays-from"><TypedField label="Play range from" edited={showNumber(range[0])} shown={`${showNumber(range[0])} f`} onSet={(next: number) => set({ range: [next, Math.max(next + 1, range[1])] })} read={(text) => time(text, range[0], (at) => (at < 0 || at >= duration ? `The range begins within 0 and ${duration - 1}.` : null))} /></Labelled>
        <Labelled full name="Plays to" field="composition-plays-to"><TypedField label="Play range to" edited={showNumber(range[1])} shown={`${showNumber(range[1])} f`} onSet={(next: number) => set({ range: [Math.min(range[0], next - 1), next] })} read={(text) => time(text, range[1], (at) => (at < 1 || at > duration ? `The range ends within 1 and ${duration}.` : null))} /></Labelled>
        <div className="col-span-full"><Labelled full name="Rigid" field="composition-rigid"><TypedField label="Rigid spans" title="What is never stretched: 0 to 20, 80 to 100, or from marker to marker" edited={showSpans(rigid, composition.markers)} shown={rigid.length === 0 ? 'nothing' : showSpans(rigid, composition.markers)} onSet={(next) => set({ rigid: next as NonNullable<CompositionFields['rigid']> })} read={(text) => readSpans(text, composition.markers)} /></Labelled></div>
        <Labelled full name="Ground" field="composition-ground">
          {composition.background === null
            ? <Button className="h-6 justify-center" onClick={() => set({ background: '#14170f' })}>Clear: paint one</Button>
            : <ColourField label="Ground" value={ground} onSet={(colour) => set({ background: hex(colour) })} onTry={(colour) => (colour ? editor.tryOut('composition.set', { composition: id, fields: { background: hex(colour) } }) : editor.letGo())} />}
        </Labelled>
        {composition.background !== null && <Button tone="plain" className="justify-self-start px-0! text-muted" onClick={() => set({ background: null })}>Leave the ground clear</Button>}
        <label className="flex items-center gap-2 text-muted"><input type="checkbox" className="size-[16px] accent-leaf" checked={composition.loops} onChange={(event) => set({ loops: event.target.checked })} />Loops: its end leads into its start</label>
      </Group>
      <WhatFollows />
      <Group title="Tempo">
        {tempo ? (
          <>
            <Labelled full name="Tempo" field="composition-tempo"><TypedField label="Beats a minute" edited={showNumber(tempo.bpm)} shown={`${showNumber(tempo.bpm)} bpm`} onSet={(bpm: number) => setT({ ...tempo, bpm })} read={(text) => {
              const reading = readNumber(text, tempo.bpm, 'bpm');
              return reading.ok && (reading.value < 20 || reading.value > 400) ? { ok: false, why: 'A tempo lies between 20 and 400 beats a minute.' } : reading;
            }} /></Labelled>
            <Labelled full name="Beat 1 at" field="composition-beat-1"><TypedField label="Frame of the first beat" edited={showNumber(tempo.offset)} shown={`${showNumber(tempo.offset)} f`} onSet={(offset: number) => setT({ ...tempo, offset })} read={(text) => readNumber(text, tempo.offset, 'f', { at: 0, rate, tempo: null })} /></Labelled>
            <Labelled full name="Meter" field="composition-meter"><TypedField label="Meter" title="Beats in a bar, and what a beat is: 4/4" edited={tempo.meter.join('/')} shown={tempo.meter.join('/')} onSet={(meter: [number, number]) => setT({ ...tempo, meter })} read={readMeter} /></Labelled>
            <Button tone="plain" className="justify-self-start px-0! text-muted" onClick={() => setT(null)}>Take the tempo away</Button>
          </>
        ) : (
          <div data-field="composition-tempo"><Button className="justify-self-start" onClick={() => setT({ bpm: 120, offset: 0, meter: [4, 4], map: null, origin: 'typed' })}>Give it a tempo</Button></div>
        )}
      </Group>
      <MarkerList composition={composition} owner={composition} layer={null} />
      <Group title="Note" plain><div data-field="composition-note"><PlainInput label="Note on the composition" value={composition.note} placeholder="For whoever opens this next" onSet={(note) => set({ note })} /></div></Group>
      <Kept things={keptOfComposition(composition)} />
      <Kept whose="The project" things={keptOfProject(whole)} />
    </div>
  );
}

/** Beats in a bar and the note that is a beat, as music writes it. */
function readMeter(text: string) {
  const [, beats, beat] = (/^(\d{1,2})\s*\/\s*(\d{1,2})$/.exec(text.trim()) ?? []).map(Number);
  const ok = beats !== undefined && beat !== undefined && beats >= 1 && beats <= 32 && [1, 2, 4, 8, 16, 32].includes(beat);
  return ok ? ({ ok: true, value: [beats, beat] as [number, number], read: `${beats} beats in a bar` } as const) : ({ ok: false, why: 'Type beats in a bar and the note of a beat, as in 3/4.' } as const);
}
