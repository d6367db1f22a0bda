/** What stands in the document and is not shown yet: said, so that nobody looks for it in vain. */
export function Kept({ things, whose }: { readonly things: readonly string[]; readonly whose?: string }) {
  if (things.length === 0) return null;
  return <p className="border-t border-line pt-2.5 text-[12px] text-muted">{whose ? `${whose} keeps, not used yet` : 'Kept, not played yet'}: {things.join(', ')}.</p>;
}
