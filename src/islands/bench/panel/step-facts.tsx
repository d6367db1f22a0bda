import { stepLengths, timingOf, type StepLength } from '../../../core/scene';
import type { Composition, Layer, Project } from '../../../core/model';
import { useEditorState } from '../editor/editor-context';
import { showNumber } from './read-number';

/** What a step gives at the playhead, and what it makes of the length: one line beneath its name. */
export function StepFacts({ project, composition, layer, step: id }: { readonly project: Project; readonly composition: Composition; readonly layer: Layer; readonly step: string }) {
  // While it plays nobody reads it.
  const frame = useEditorState((state) => (state.playing ? null : state.frame));
  const { stack } = timingOf(project, composition, layer);
  const step = stack.steps.find((one) => one.id === id) ?? stack.keySteps.find((one) => one.id === id);
  const length = stepLengths(project, composition, layer).get(id);
  if (!step || !length) return null;
  const [came, gives] = frame === null ? [null, null] : [step.incoming.at(frame), step.map.at(step.incoming.at(frame))];
  return (
    <p className="flex gap-3 truncate text-[12px] text-muted">
      {gives !== null && <span title="What comes in to this step at the playhead, and what it makes of it"><span className="font-mono">{short(came!)}</span> → <span className="font-mono text-paper">{short(gives)}</span> here</span>}
      <span className="truncate">{lengthWords(length)}</span>
    </p>
  );
}

function short(at: number): string {
  return showNumber(Math.round(at * 100) / 100);
}

/** What a step makes of the length, in words. */
export function lengthWords({ was, is }: StepLength): string {
  if (is === null) return was === null ? 'without end, as before' : 'goes on without end';
  const words = `${short(is)} f long`;
  if (was === null || Math.abs(is - was) < 0.005) return was === null ? words : `${words}, as before`;
  return `${words}, ${short(Math.abs(is - was))} ${is > was ? 'more' : 'less'}`;
}
