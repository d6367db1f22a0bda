import { ChevronDown } from 'lucide-react';
import { Popover } from 'radix-ui';
import type { Project } from '../../../core/model';
import { Select, TypedField } from '../../../ui';
import { useEditor, useEditorState } from '../editor/editor-context';
import { readNumber, showNumber } from '../panel/read-number';

const SHAPES: readonly (readonly [Project['newKeys'], string])[] = [['straight', 'straight'], ['smooth', 'smooth'], ['hold', 'held'], ['drawn', 'as drawn']];

/** How new keys are shaped, what a first key keeps, and how far the playhead goes on after a pose: said beside Keying, chosen in what it opens. */
export function KeyingChoices() {
  const editor = useEditor();
  const newKeys = useEditorState((state) => state.project.newKeys);
  const { keepWas, stepOn } = useEditorState((state) => state.settings);
  const words = SHAPES.find(([one]) => one === newKeys)![1];
  return (
    <Popover.Root>
      <Popover.Trigger asChild>
        <button type="button" aria-label={`New keys are ${words}: how keying goes`} title="How new keys are shaped, and what keying does besides" className="flex h-7 shrink-0 items-center gap-1 rounded-md px-2 text-[12.5px] text-muted hover:bg-raised hover:text-paper">
          <span className={stepOn > 0 ? '@max-[700px]:hidden' : ''}>New keys</span> {words}{stepOn > 0 && <span className="font-mono text-[12px] text-amber">+{showNumber(stepOn)} f</span>}<ChevronDown size={12} aria-hidden="true" />
        </button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content side="top" align="start" sideOffset={6} collisionPadding={8} aria-label="How keying goes" onCloseAutoFocus={(event) => event.preventDefault()} onKeyDown={(event) => event.key !== 'Escape' && event.stopPropagation()} className="z-50 flex w-80 flex-col gap-3 rounded-xl bg-raised p-3.5 text-[12.5px] shadow-2xl ring-1 ring-line outline-none">
          <div className="grid grid-cols-[110px_minmax(0,1fr)] items-center gap-2">
            <span>New keys are</span>
            <Select label="How new keys are shaped" tone="inset" value={newKeys} onChange={(next) => void editor.do('project.keys', { newKeys: next })} options={SHAPES} />
            <span>Pose and step on</span>
            <TypedField label="Frames that the playhead goes on after each pose" tone="inset" edited={showNumber(stepOn)} shown={stepOn === 0 ? 'stay here' : `${showNumber(stepOn)} f on`} onSet={(next: number) => editor.setSettings({ stepOn: next })} onStep={(way, large) => editor.setSettings({ stepOn: Math.max(0, stepOn + way * (large ? 10 : 1)) })}
              read={(text) => { const reading = readNumber(text, stepOn, 'f'); return reading.ok && (reading.value < 0 || reading.value > 1000) ? { ok: false, why: 'From 0 (stay) to 1000 frames.' } : reading; }} />
          </div>
          <label className="flex items-center gap-2"><input type="checkbox" className="size-[16px] accent-leaf" checked={keepWas} onChange={(event) => editor.setSettings({ keepWas: event.target.checked })} />A track’s first key keeps what was before it</label>
          <p className="text-muted">The old value is keyed too, where the layer’s motion was before, or where its bar begins.</p>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
