import { useEditor } from '../editor/editor-context';

/** The tempo that is offered where none is known. */
const OFFERED = 120;

/** Offers a tempo on the spot to a composition in whose formulas beats are counted. */
export function GiveTempo({ composition, then }: { readonly composition: string; readonly then?: () => void }) {
  const editor = useEditor();
  const give = () => {
    if (editor.do('composition.tempo', { composition, tempo: { bpm: OFFERED, offset: 0, meter: [4, 4], map: null, origin: 'typed' } })) editor.say(`${OFFERED} beats in a minute, the first at frame 0: the panel of the composition has its tempo.`);
    then?.();
  };
  // The field that is written in keeps the keyboard.
  return <button type="button" onPointerDown={(event) => event.preventDefault()} className="ml-1.5 rounded bg-raised px-1.5 text-paper hover:bg-lifted" onClick={give}>Count at {OFFERED} bpm</button>;
}
