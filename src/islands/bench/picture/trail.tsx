import { useDeferredValue, useMemo } from 'react';
import { trackTrail, trail, type Cause, type TrailStop } from '../../../core/evaluate';
import { seenSoon } from '../editor/editor';
import { framesOutside } from '../editor/frame-outside';
import { useEditor, useEditorState } from '../editor/editor-context';
import { showNumber } from '../panel/read-number';
import { TimeStop } from './time-stop';

/** From the composition's frame to what is on screen for the selected layer: one stop a step, its number first. */
export function Trail() {
  const editor = useEditor();
  const seenNow = useEditorState(seenSoon);
  const opened = useEditorState((state) => state.way[state.way.length - 1]!.composition);
  const at = useEditorState((state) => state.frame);
  const [chosen] = useEditorState((state) => state.selection.layers);
  // It follows drags and playing as there is time; what belongs together waits together.
  const { project, composition, layer, frame } = useDeferredValue(useMemo(() => ({ project: seenNow, composition: opened, layer: chosen, frame: at }), [seenNow, opened, chosen, at]));
  const found = layer === undefined ? null : trail(project, composition, layer, frame);
  // Where keys of one track are selected, it tells how that comes about.
  const track = useEditorState(({ selection: { keys } }) => (keys.length > 0 && keys.every((key) => key.layer === keys[0]!.layer && key.track === keys[0]!.track) ? keys[0]!.track : null));
  const value = layer === undefined || track === null ? [] : trackTrail(project, composition, layer, track, frame);
  // Inside a nest it begins where the film does: the way in, step by step, as it is at this frame.
  const way = useEditorState((state) => state.way);
  const outside = way.length < 2 || way[way.length - 1]!.composition !== composition ? [] : framesOutside({ project, way, frame }).map(({ composition: host, layer: nest, frame: at }, level) => {
    const { stops = [], nothing = null } = trail(project, host, nest, at) ?? {};
    return { level, stops: nothing === null ? stops.slice(0, -1) : stops };
  });
  const followOut = (level: number) => ({ leads }: TrailStop) => {
    editor.goOut(way.length - 1 - level);
    if (leads.kind === 'operator') editor.select({ operator: leads.id });
  };
  const follow = ({ leads }: TrailStop) => {
    if (leads.kind === 'operator') editor.select({ operator: leads.id });
    if (leads.kind === 'key') editor.seek(leads.frame);
    if (leads.kind === 'nest' && layer !== undefined) editor.openNest(layer);
  };
  // Of one height, however much there is to say: the picture above it does not move under the hand. Words give way first, three lines of them.
  return (
    <div aria-label="Trail" role="group" className="flex h-[62px] w-0 min-w-full shrink-0 items-start gap-1.5 overflow-x-auto overflow-y-hidden px-4 pt-1.5 [scrollbar-width:none]">
      {outside.map(({ level, stops }) => (
        <span key={level} role="group" aria-label="The way in" className="flex min-w-0 shrink items-start gap-1.5"><Chain stops={stops} outside onFollow={followOut(level)} /><Line /></span>
      ))}
      <TimeStop />
      {!found && <p className="w-0 min-w-40 grow pt-0.5 leading-[17px] text-muted">Select a layer to see how its picture comes about.</p>}
      {found && found.stops.length > 1 && <Line />}
      {found && <Chain stops={found.stops.slice(1)} onFollow={follow} />}
      {found?.cause && <span className="flex min-w-0 items-start gap-1.5"><Line /><Nothing cause={found.cause} /></span>}
      {value.length > 0 && (
        <span role="group" aria-label="Its value" className="ml-1 flex min-w-0 items-start gap-1.5 border-l border-line pl-2.5"><Chain stops={value} onFollow={follow} /></span>
      )}
      {found && found.keys.length > 0 && value.length === 0 && (
        <span role="group" aria-label="Its keys" className="ml-1 flex min-w-0 items-start gap-1.5 border-l border-line pl-2.5"><Chain stops={found.keys} onFollow={follow} /></span>
      )}
    </div>
  );
}

/** Why nothing is seen: a press goes there, through the nests; where its bar is the reason, another makes it long enough. */
function Nothing({ cause }: { readonly cause: Cause }) {
  const editor = useEditor();
  const go = () => {
    for (const nest of cause.way) editor.openNest(nest);
    editor.select({ layers: [cause.layer], keys: [], markers: [], operator: null });
  };
  const { mend } = cause;
  return (
    <>
      <button type="button" onClick={go} title={`${cause.words}: go there`} className="min-w-24 max-w-64 shrink rounded-md px-1 text-left hover:bg-raised">
        <span className="block font-mono text-[13px] leading-tight text-amber">nothing</span><span className="block text-[11.5px] leading-[13px] text-muted">{cause.words.replace(': nothing,', ':')}</span>
      </button>
      {mend && <button type="button" onClick={() => { const made = editor.do(mend.do, mend.with as never); if (made) editor.say(`Mended: ${made.label}. Ctrl+Z takes it back.`); }} title="Makes its bar long enough" className="shrink-0 rounded-md bg-raised px-2 py-0.5 text-[12px] text-leaf hover:bg-lifted">Mend here</button>}
    </>
  );
}

function Line() {
  return <span aria-hidden="true" className="mt-[9px] h-px w-3 shrink-0 bg-line" />;
}

/** Stops with a line between two. */
function Chain({ stops, outside = false, onFollow }: { readonly stops: readonly TrailStop[]; /** Of the way in: a press goes out there. */ readonly outside?: boolean; readonly onFollow: (stop: TrailStop) => void }) {
  return stops.map((stop, i) => (
    <span key={i} className="flex min-w-0 items-start gap-1.5">
      {i > 0 && <Line />}
      {stop.leads.kind === 'none' && !outside ? (
        <span className="min-w-11"><Stop stop={stop} last={i === stops.length - 1} /></span>
      ) : (
        <button type="button" onClick={() => onFollow(stop)} title={outside ? `${stop.title}: go out there` : stop.leads.kind === 'nest' ? 'Open this nest' : stop.leads.kind === 'key' ? 'Go to this key' : 'Show this step in the panel'} className="min-w-11 rounded text-left hover:bg-raised">
          <Stop stop={stop} last={!outside && i === stops.length - 1} />
        </button>
      )}
    </span>
  ));
}

function Stop({ stop, last }: { readonly stop: TrailStop; readonly last: boolean }) {
  return (
    <>
      <span className={`block font-mono text-[13px] leading-tight ${stop.leads.kind === 'operator' ? 'text-leaf' : last ? 'font-medium text-paper' : 'text-paper'}`}>{showNumber(stop.at)}</span>
      <span className="block max-w-48 text-[11.5px] leading-[13px] wrap-anywhere text-muted" title={stop.title}>{stop.title}</span>
    </>
  );
}
