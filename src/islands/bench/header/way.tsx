import { ChevronRight, CornerLeftUp } from 'lucide-react';
import { member, type Composition, type Layer, type Project } from '../../../core/model';
import { IconButton } from '../../../ui';
import { useEditor, useEditorState } from '../editor/editor-context';
import type { WayStep } from '../editor/state';
import { playOfLoop } from './play-of-loop';

/** The way into a nest: by which layer, at which host frame, and in which play of its loop. */
export function Way() {
  const editor = useEditor();
  const way = useEditorState((state) => state.way);
  const project = useEditorState((state) => state.project);
  const frame = useEditorState((state) => state.frame);
  if (way.length < 2) return null;
  const last = way[way.length - 1]!;
  const host = member(project.compositions.by, way[way.length - 2]!.composition);
  const layer = host && last.via ? member(host.layers.by, last.via.layer) : undefined;
  return (
    <nav aria-label="The way into this nest" className="flex h-9 shrink-0 items-center gap-1 bg-panel px-2 text-[12.5px]">
      <IconButton label="Go back out" hint="Shift+Enter" onClick={() => editor.goOut()}>
        <CornerLeftUp size={15} />
      </IconButton>
      {way.map((step, i) => (
        <span key={`${i}${step.composition}`} className="flex items-center gap-1">
          {i > 0 && <ChevronRight size={13} className="text-muted" aria-hidden="true" />}
          {i < way.length - 1 ? (
            <button type="button" className="rounded px-1.5 py-0.5 text-muted hover:bg-raised hover:text-paper" onClick={() => editor.goOut(way.length - 1 - i)}>
              {nameOf(project, step)}
            </button>
          ) : (
            <span className="px-1 font-medium">{nameOf(project, step)}</span>
          )}
        </span>
      ))}
      {layer && last.via && <span className="ml-2 truncate text-muted">{enteredBy(project, host, layer, last.via.frame, frame)}</span>}
    </nav>
  );
}

function nameOf(project: Project, { composition }: WayStep): string {
  return member(project.compositions.by, composition)?.name ?? composition;
}

function enteredBy(project: Project, host: Composition | undefined, layer: Layer, hostFrame: number, frame: number): string {
  const play = host ? playOfLoop(project, host, layer, hostFrame) : null;
  const source = 'source' in layer ? member(project.compositions.by, layer.source) : undefined;
  return `entered at frame ${hostFrame}${play ? `, play ${play} of its loop` : ''}; here frame ${frame}${source ? ` of ${source.duration}` : ''}`;
}
