import { useEffect, useRef, useState } from 'react';
import type { BakeReport, BakeWish } from '../../../core/bake';
import { timingOf } from '../../../core/scene';
import { Button, Dialog, Select, TypedField } from '../../../ui';
import { bakeInWorker, type BakeProgress } from '../../../workers/bake/client';
import { chosenLayers, whom } from '../editor/actions/action';
import { current } from '../editor/editor';
import { useEditor, useEditorState } from '../editor/editor-context';
import { freshId } from '../editor/fresh-id';
import { readNumber } from '../panel/read-number';
import { BakeReportView } from './bake-report';

type Stage =
  | { readonly kind: 'ready' }
  | ({ readonly kind: 'working' } & BakeProgress)
  | { readonly kind: 'done'; readonly report: BakeReport; readonly change: string }
  | { readonly kind: 'ended'; readonly message: string };

const DOING: Readonly<Record<BakeProgress['stage'], string>> = { keys: 'Writing keys', proof: 'Comparing every frame', pictures: 'Comparing the pictures' };

const SIDES: readonly (readonly [BakeWish['on'], string])[] = [['content', 'time of what is shown'], ['keys', 'time of its own keys'], ['both', 'both']];

/** Writes the timing of the selected layers into keys, away from the page, and shows the proof. */
export function BakeDialog({ onClose }: { readonly onClose: () => void }) {
  const editor = useEditor();
  const composition = useEditorState(current);
  // What was selected when the window came up is what it is about.
  const [subject] = useState(() => {
    const state = editor.store.getState();
    const chosen = chosenLayers(state);
    const stacks = chosen.map((layer) => timingOf(state.project, current(state), layer).stack);
    return { name: whom(state), ids: chosen.map((layer) => layer.id), nests: chosen.some((layer) => layer.kind === 'nest'), keys: stacks.some(({ keySteps }) => keySteps.length > 0), content: stacks.some(({ steps }) => steps.length > 0) };
  });
  const [wish, setWish] = useState<BakeWish>({ on: subject.keys && !subject.content ? 'keys' : subject.content && !subject.keys ? 'content' : 'both', deep: true, whole: false, tolerance: 0.01 });
  const [pictures, setPictures] = useState(true);
  const [stage, setStage] = useState<Stage>({ kind: 'ready' });
  const cancel = useRef<(() => void) | null>(null);
  useEffect(() => () => cancel.current?.(), []);

  const start = () => {
    const seed = freshId();
    const args = { composition: composition.id, layers: subject.ids, ...wish };
    setStage({ kind: 'working', stage: 'keys', done: null });
    cancel.current = bakeInWorker({ project: editor.store.getState().project, composition: composition.id, layers: subject.ids, wish, seed, pictures }, (answer) => {
      if (answer.kind === 'progress') return setStage({ ...answer, kind: 'working' });
      if (answer.kind === 'ended') return setStage(answer);
      if (!editor.apply(answer.draft, { do: 'layers.bake', with: args })) return setStage({ kind: 'ended', message: 'What was baked has been changed meanwhile; bake it again.' });
      setStage({ kind: 'done', report: answer.report, change: editor.store.getState().history.done.at(-1)!.id });
    });
  };
  const tolerance = (text: string) => {
    const reading = readNumber(text, wish.tolerance, '');
    return reading.ok && !(reading.value > 0) ? ({ ok: false, why: 'Type a number over 0.' } as const) : reading;
  };
  const check = (label: string, on: boolean, set: (on: boolean) => void) => (
    <label className="flex items-center gap-2"><input type="checkbox" className="size-[16px] accent-leaf" checked={on} onChange={(event) => set(event.target.checked)} />{label}</label>
  );
  if (stage.kind === 'done') {
    return (
      <Dialog open wide title={`${subject.name} is baked`} about="Undo takes it back in one step." onClose={onClose}>
        <BakeReportView report={stage.report} onClose={onClose} change={stage.change} />
      </Dialog>
    );
  }
  const working = stage.kind === 'working';
  return (
    <Dialog open title={`Bake ${subject.name} into keys`} about="What is seen stays the same; the timing is gone, and its keys stand in its place." onClose={onClose}>
      <fieldset disabled={working} className="flex flex-col gap-2.5">
        <legend className="sr-only">What is baked</legend>
        <div className="flex items-center gap-3">
          <span className="text-muted">What is written</span>
          <Select label="What is written" value={wish.on} onChange={(on) => setWish({ ...wish, on })} options={SIDES} />
        </div>
        {subject.nests && check('Nests inside too, all the way down', wish.deep, (deep) => setWish({ ...wish, deep }))}
        {check('Keys on whole frames', wish.whole, (whole) => setWish({ ...wish, whole }))}
        {check('Paint every frame before and after, and compare', pictures, setPictures)}
        <div className="grid grid-cols-[1fr_90px] items-center gap-3">
          <span className="text-muted">Curves that must be drawn anew may miss by</span>
          <TypedField label="Curves may miss by" shown={String(wish.tolerance)} edited={String(wish.tolerance)} read={tolerance} onSet={(value) => setWish({ ...wish, tolerance: value })} />
        </div>
      </fieldset>
      <div className="mt-4 flex min-h-12 items-end justify-between gap-3">
        <div aria-live="polite" className="min-w-0 grow">
          {working && (
            <>
              <progress {...(stage.done === null ? {} : { max: 1, value: stage.done })} aria-label={DOING[stage.stage]} className="h-1.5 w-full accent-leaf" />
              <p className="pt-1 text-[12px] text-muted">{DOING[stage.stage]}{stage.done === null ? '' : <span className="font-mono">{` ${Math.round(stage.done * 100)} %`}</span>}</p>
            </>
          )}
          {stage.kind === 'ended' && <p>{stage.message}</p>}
        </div>
        {working ? <Button tone="danger" onClick={() => cancel.current?.()}>Cancel</Button> : <Button tone="strong" onClick={start}>{stage.kind === 'ready' ? 'Bake' : 'Bake again'}</Button>}
      </div>
    </Dialog>
  );
}
