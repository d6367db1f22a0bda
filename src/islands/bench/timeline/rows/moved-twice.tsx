import { TriangleAlert } from 'lucide-react';

/** That keys and a formula move the same thing, in the head of its lane. */
export function MovedTwice({ words, sentence }: { readonly words: string; readonly sentence: string }) {
  return <span title={sentence} className="flex items-center gap-1 text-[12px] text-amber"><TriangleAlert size={11} aria-hidden="true" className="shrink-0" /><span className="truncate">{words}</span><span className="sr-only">: {sentence}</span></span>;
}
