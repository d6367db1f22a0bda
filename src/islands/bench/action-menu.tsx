import { DropdownMenu as Radix } from 'radix-ui';
import { Check } from 'lucide-react';
import { actionOf, keysFor, pressWords, runAction, titleOf } from './editor/actions';
import { useEditor, useEditorState } from './editor/editor-context';

/** The actions that fit a place, at that place: the same as in the list of actions, with their shortcuts. */
export function ActionMenu() {
  const editor = useEditor();
  const menu = useEditorState((state) => state.menu);
  const state = useEditorState((all) => (all.menu ? all : null));
  if (!menu || !state) return null;
  const close = () => editor.set({ menu: null, pointed: null, fieldMeant: null });
  return (
    <Radix.Root open modal={false} onOpenChange={(open) => !open && close()}>
      <Radix.Trigger asChild><span aria-hidden="true" className="fixed size-0" style={{ left: menu.x, top: menu.y }} /></Radix.Trigger>
      <Radix.Portal>
        <Radix.Content align="start" sideOffset={2} collisionPadding={8} loop onCloseAutoFocus={(event) => event.preventDefault()} className="z-50 max-h-[var(--radix-dropdown-menu-content-available-height)] min-w-60 overflow-y-auto rounded-lg bg-raised p-1 shadow-2xl ring-1 ring-line">
          {menu.under.length > 1 && (
            <Radix.Group className="border-b border-line pb-1 mb-1">
              <Radix.Label className="px-2.5 py-1 text-[12px] text-muted">Under the pointer</Radix.Label>
              {menu.under.map(({ label, path }) => (
                <Radix.Item key={path.join('/')} onSelect={() => selectPath(editor, path)} className="cursor-pointer truncate rounded-md px-2.5 py-1 outline-none data-[highlighted]:bg-lifted" style={{ paddingLeft: path.length * 12 }}>{label}</Radix.Item>
              ))}
            </Radix.Group>
          )}
          {menu.entries?.map(({ label, run }) => <Radix.Item key={label} onSelect={() => { close(); run(); }} className="cursor-pointer rounded-md px-2.5 py-1 outline-none data-[highlighted]:bg-lifted">{label}</Radix.Item>)}
          {menu.groups.map((group, i) => (
            <Radix.Group key={group.join()} className={i > 0 || menu.entries ? 'mt-1 border-t border-line pt-1' : ''}>
              {group.map((id) => {
                const action = actionOf(id);
                const why = action.whyNot?.(state) ?? null;
                const [press] = keysFor(action, state.settings);
                return (
                  <Radix.Item key={id} disabled={why !== null} title={why ?? undefined} onSelect={() => { editor.set({ menu: null }); runAction(editor, action.id); }} className="flex cursor-pointer items-center gap-6 rounded-md px-2.5 py-1 outline-none data-[disabled]:cursor-default data-[disabled]:text-muted data-[highlighted]:bg-lifted">
                    <span className="flex min-w-0 grow items-center gap-2">{titleOf(action, state)}{action.isOn?.(state) && <Check size={13} className="text-leaf" aria-label="on" />}</span>
                    {press && <kbd className="font-mono text-[11.5px] text-muted">{pressWords(press)}</kbd>}
                  </Radix.Item>
                );
              })}
            </Radix.Group>
          ))}
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}

/** Selects a layer, also one inside nests: they are opened on the way. */
export function selectPath(editor: ReturnType<typeof useEditor>, path: readonly string[]): void {
  for (const nest of path.slice(0, -1)) editor.openNest(nest);
  editor.select({ layers: [path[path.length - 1]!], keys: [], markers: [], operator: null });
}
