import { useEffect } from 'react';
import { useEditor } from './editor/editor-context';

/** Ends what may still be done otherwise at the next press that is not on what asks about it (`data-revise`), nor on a row's name being typed. */
export function useEndByPress(on: boolean): void {
  const editor = useEditor();
  useEffect(() => {
    if (!on) return;
    const away = (event: PointerEvent) => { if (!(event.target as Element | null)?.closest?.('[data-revise], [role=row] input')) editor.set({ revisable: null }); };
    window.addEventListener('pointerdown', away, true);
    return () => window.removeEventListener('pointerdown', away, true);
  }, [editor, on]);
}
