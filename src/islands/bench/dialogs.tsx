import { BakeDialog } from './bake/bake-dialog';
import { FindAction } from './find/find-action';
import { useEditor, useEditorState } from './editor/editor-context';
import { HelpPages } from './help/help-pages';
import { AsideDialog } from './header/aside-dialog';
import { ShortcutList } from './find/shortcut-list';
import { RenderDialog } from './render/render-dialog';

/** The window that is open over the Bench. */
export function Dialogs() {
  const editor = useEditor();
  const dialog = useEditorState((state) => state.dialog);
  const close = () => editor.set({ dialog: null });
  switch (dialog?.kind) {
    case 'find': return <FindAction begun={dialog.typed ?? ''} onClose={close} />;
    case 'shortcuts': return <ShortcutList onClose={close} />;
    case 'help': return <HelpPages page={dialog.page} onClose={close} />;
    case 'aside': return <AsideDialog onClose={close} />;
    case 'bake': return <BakeDialog onClose={close} />;
    case 'render': return <RenderDialog onClose={close} />;
    case undefined: return null;
  }
}
