import { createContext, useContext } from 'react';
import { useStore } from 'zustand';
import type { Editor } from './editor';
import type { EditorState } from './state';

export const EditorContext = createContext<Editor | null>(null);

export function useEditor(): Editor {
  const editor = useContext(EditorContext);
  if (!editor) throw new Error('useEditor outside the Bench');
  return editor;
}

/** A part of the state that is already in it; what has to be worked out is worked out by the view. */
export function useEditorState<T>(pick: (state: EditorState) => T): T {
  return useStore(useEditor().store, pick);
}
