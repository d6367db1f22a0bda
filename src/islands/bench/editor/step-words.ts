import type { Draft } from '../../../core/commands';

/** What taking an edit back, or doing it again, came to: where it was, and what others had changed and is left alone. */
export function stepWords(how: 'Undone' | 'Done again', draft: Draft, change: Draft, skipped: readonly string[], elsewhere: string | null): string {
  const what = `${how}: ${change.label}${elsewhere === null ? '' : `, in ${elsewhere}`}`;
  if (skipped.length === 0) return what;
  const left = skipped.length > 4 ? `${skipped.slice(0, 4).join(', ')} and ${skipped.length - 4} more` : skipped.join(', ');
  return draft.patches.length > 0 ? `${what}; changed elsewhere meanwhile and left alone: ${left}.` : `${left}: changed elsewhere meanwhile, so there was nothing left to undo.`;
}
