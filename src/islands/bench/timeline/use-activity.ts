import { useEffect, useMemo, useState } from 'react';
import { deepIdentity } from '../../../core/scene';
import type { Project } from '../../../core/model';
import { useEditor, useEditorState } from '../editor/editor-context';

/** Counts by what a composition looks like, so that going back to what was is no new question. */
const known = new Map<number, Uint8Array>();
const MOST_BYTES = 8_000_000;
let bytes = 0;

/** Edits come in bursts; counting may wait for their end. In milliseconds. */
const REST = 80;

/** How much the compositions in view change in each of their frames, as the picture's worker counts it. Until it has, what was counted of one before stands. */
export function useActivity(project: Project, sources: readonly string[]): (composition: string) => Uint8Array | null {
  const editor = useEditor();
  const [last] = useState(() => new Map<string, Uint8Array>());
  const [counted, count] = useState(0);
  // An opening Bench has more urgent work than what compositions look like.
  const stands = useEditorState((state) => state.stands);
  const wanted = (stands ? sources : []).map((source) => [source, deepIdentity(project, source)] as const);
  const missing = wanted.filter(([, identity]) => !known.has(identity));
  const names = missing.map(([source, identity]) => `${source} ${identity}`).join(', ');
  useEffect(() => {
    if (names === '') return;
    const off = new AbortController();
    const timer = setTimeout(() => missing.forEach(([source, identity]) => void editor.picture.activity(source, off.signal).then((counts) => {
      if (!counts) return;
      bytes += counts.length;
      if (bytes > MOST_BYTES) {
        known.clear();
        bytes = counts.length;
      }
      known.set(identity, counts);
      count((n) => n + 1);
    })), REST);
    return () => {
      clearTimeout(timer);
      off.abort();
    };
    // The names stand for the list, which is new at every turn.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [editor, names]);
  const all = wanted.map(([source, identity]) => `${source} ${identity}`).join(', ');
  return useMemo(() => {
    for (const [source, identity] of wanted) if (known.has(identity)) last.set(source, known.get(identity)!);
    return (composition: string) => last.get(composition) ?? null;
    // The same answers as long as the same was asked and counted.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [last, all, counted]);
}
