import { Desk } from './desk';
import { EditorContext } from './editor/editor-context';
import type { Editor } from './editor/editor';

/** The Bench over an open project. */
export function OpenBench({ editor }: { readonly editor: Editor }) {
  return <EditorContext value={editor}><Desk editor={editor} /></EditorContext>;
}
