import { useEditor, useEditorState } from '../editor/editor-context';
import { useEndByPress } from '../end-by-press';

type Question = { readonly says: string; readonly field: string; readonly ways: readonly (readonly [value: string, label: string])[] };

/** What may follow a composition's new length, rate or size. */
const QUESTIONS: Readonly<Record<string, Question>> = {
  'composition.length': { says: 'Bars that reached the end', field: 'bars', ways: [['follow', 'follow it'], ['stay', 'stay']] },
  'composition.rate': { says: 'What is inside keeps its', field: 'keeps', ways: [['seconds', 'seconds'], ['frames', 'frames']] },
  'composition.size': { says: 'What is inside', field: 'content', ways: [['stays', 'stays'], ['scales', 'scales with it']] },
};

/** One line under a composition's numbers, after one of them was changed: what follows it. It is gone with the next thing that is done. */
export function WhatFollows() {
  const editor = useEditor();
  const revisable = useEditorState((state) => state.revisable);
  const question = revisable ? QUESTIONS[revisable.event] : undefined;
  useEndByPress(question !== undefined);
  if (!revisable || !question) return null;
  const now = (revisable.args as Readonly<Record<string, unknown>>)[question.field];
  return (
    <div data-revise role="group" aria-label={question.says} className="flex flex-wrap items-center gap-1.5 rounded-md bg-raised px-2.5 py-1.5 text-[12.5px]">
      <span className="text-muted">{question.says}</span>
      {question.ways.map(([value, label]) => (
        <button key={value} type="button" aria-pressed={now === value} onClick={() => now !== value && editor.revise({ [question.field]: value })} className={`h-6 rounded-full px-2.5 text-[12px] ring-1 ring-inset ${now === value ? 'bg-leaf text-ground ring-leaf' : 'ring-line hover:bg-lifted'}`}>{label}</button>
      ))}
    </div>
  );
}
