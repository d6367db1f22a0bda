import { Command } from 'cmdk';
import { Dialog as Radix } from 'radix-ui';
import { Check } from 'lucide-react';
import { useState } from 'react';
import { inOrder } from '../../../core/model';
import { ACTIONS, keysFor, pressWords, runAction, titleOf, type Action } from '../editor/actions';
import { current } from '../editor/editor';
import { useEditor, useEditorState } from '../editor/editor-context';
import { absence } from './absent';
import { found } from './rank';
import { nearness, scoreName } from './score';

/** So many answers are shown. */
const MOST = 60;
/** What has fewer letters in common is not near. */
const NEAR = 0.6;

const GROUPS: readonly Action['group'][] = ['Edit', 'New', 'Layers', 'Keys', 'Time', 'Fields', 'Play', 'Picture', 'View', 'Project', 'Help'];

/** Every action by its name, with its shortcut, whether it is on, and why it cannot be done now; layers and compositions too. */
export function FindAction({ begun, onClose }: { readonly begun: string; readonly onClose: () => void }) {
  const editor = useEditor();
  const state = useEditorState((all) => all);
  const [typed, setTyped] = useState(begun);
  const nameOf = (action: Action) => `${titleOf(action, state)} ${action.id} ${action.also ?? ''}`;
  const all = ACTIONS.map((action) => ({ action, id: action.id, title: titleOf(action, state), also: action.also ?? '', ready: !action.whyNot?.(state) }));
  const asked = typed.trim() !== '';
  const answers = asked ? found(all, typed).slice(0, MOST) : all;
  const absent = absence(typed);
  const named = (word: string, name: string) => !asked || scoreName(`${word} ${name}`, typed) > 0;
  const compositions = inOrder(state.project.compositions).filter(({ name }) => named('composition', name));
  const layers = inOrder(current(state).layers).filter(({ name }) => named('layer', name)).slice(0, asked ? MOST : 300);
  const nearest = answers.length > 0 || !asked ? [] : all.filter(({ ready }) => ready).map(({ action }) => ({ action, near: nearness(nameOf(action), typed) })).filter(({ near }) => near >= NEAR).sort((a, b) => b.near - a.near).slice(0, 3);
  const run = (work: () => void) => {
    onClose();
    work();
  };
  return (
    <Radix.Root open onOpenChange={(open) => !open && onClose()}>
      <Radix.Portal>
        <Radix.Overlay className="fixed inset-0 z-40 bg-deep/60" />
        <Radix.Content aria-describedby={undefined} onKeyDown={(event) => event.key !== 'Escape' && event.stopPropagation()} onCloseAutoFocus={(event) => event.preventDefault()} className="fixed top-[12vh] left-1/2 z-50 w-[560px] max-w-[94vw] -translate-x-1/2 overflow-hidden rounded-xl bg-panel shadow-2xl ring-1 ring-line outline-none">
          <Radix.Title className="sr-only">Find an action</Radix.Title>
          <Command label="Find an action" loop shouldFilter={false} className="flex max-h-[62vh] flex-col">
            <Command.Input autoFocus value={typed} onValueChange={setTyped} placeholder="What would you like to do?" className="h-12 shrink-0 border-b border-line bg-transparent px-4 text-[15px] outline-none! placeholder:text-muted" />
            <Command.List className="overflow-y-auto p-1.5">
              {asked && absent && <p role="note" className="px-3 pt-2 pb-1 text-[12.5px] text-muted">{absent}</p>}
              {asked && answers.length + compositions.length + layers.length === 0 && (
                <p className="px-3 py-3 text-muted">
                  {absent ? 'Nothing else is called that.' : `Nothing is called that.${nearest.length > 0 ? ' Near to it:' : ' Try a plainer word.'}`}
                  <span className="flex flex-col items-start gap-0.5 pt-1.5">{nearest.map(({ action }) => <button key={action.id} type="button" onClick={() => run(() => runAction(editor, action.id))} className="rounded-md px-2 py-1 text-paper hover:bg-lifted">{titleOf(action, state)}</button>)}</span>
                </p>
              )}
              {asked
                ? <Command.Group>{answers.map(({ action }) => <ActionItem key={action.id} action={action} group run={run} />)}</Command.Group>
                : GROUPS.map((group) => (
                  <Command.Group key={group} heading={group} className="[&_[cmdk-group-heading]]:px-2.5 [&_[cmdk-group-heading]]:pt-2 [&_[cmdk-group-heading]]:pb-1 [&_[cmdk-group-heading]]:text-[12px] [&_[cmdk-group-heading]]:text-muted">
                    {ACTIONS.filter((action) => action.group === group).map((action) => <ActionItem key={action.id} action={action} run={run} />)}
                  </Command.Group>
                ))}
              <Command.Group heading="Go to" className="[&_[cmdk-group-heading]]:px-2.5 [&_[cmdk-group-heading]]:pt-2 [&_[cmdk-group-heading]]:pb-1 [&_[cmdk-group-heading]]:text-[12px] [&_[cmdk-group-heading]]:text-muted">
                {compositions.map((composition) => (
                  <Command.Item key={composition.id} value={`composition ${composition.name} ${composition.id}`} onSelect={() => run(() => editor.openComposition(composition.id))} className="cursor-pointer rounded-md px-2.5 py-1.5 data-[selected=true]:bg-lifted">{composition.name}<span className="ml-2 text-[12px] text-muted">composition</span></Command.Item>
                ))}
                {layers.map((layer) => (
                  <Command.Item key={layer.id} value={`layer ${layer.name} ${layer.id}`} onSelect={() => run(() => editor.select({ layers: [layer.id], keys: [], markers: [], operator: null }))} className="cursor-pointer rounded-md px-2.5 py-1.5 data-[selected=true]:bg-lifted">{layer.name}<span className="ml-2 text-[12px] text-muted">layer</span></Command.Item>
                ))}
              </Command.Group>
            </Command.List>
          </Command>
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}

/** An action with its shortcut, whether it is on, and why it cannot be done now; where all groups stand in one list, which it is of. */
function ActionItem({ action, group = false, run }: { readonly action: Action; readonly group?: boolean; readonly run: (work: () => void) => void }) {
  const editor = useEditor();
  const state = useEditorState((all) => all);
  const why = action.whyNot?.(state) ?? null;
  const [key] = keysFor(action, state.settings);
  return (
    <Command.Item value={action.id} disabled={why !== null} data-action={action.id} onSelect={() => run(() => runAction(editor, action.id))} className="flex cursor-pointer items-center gap-3 rounded-md px-2.5 py-1.5 data-[disabled=true]:cursor-default data-[disabled=true]:text-muted data-[selected=true]:bg-lifted">
      <span className="min-w-0 grow">{titleOf(action, state)}{why !== null && <span className="ml-2 text-[12px]">{why}</span>}</span>
      {action.isOn?.(state) && <Check size={14} className="shrink-0 text-leaf" aria-label="on" />}
      {group && <span className="shrink-0 text-[11.5px] text-muted">{action.group}</span>}
      {key && <kbd className="shrink-0 font-mono text-[11.5px] text-muted">{pressWords(key)}</kbd>}
    </Command.Item>
  );
}
