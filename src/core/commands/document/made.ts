import type { Draft } from './change';
import type { KeyRef } from './target';

/** What a command comes to: a draft, with what should be selected afterwards and what else should be said. */
export type Made = Draft & {
  readonly made?: readonly (string | KeyRef)[];
  /** What it did beside what it is called, in a sentence. */
  readonly told?: string;
  /** What may be done about it next, with the words of the button; `instead` takes this back first. */
  readonly offer?: { readonly words: string; readonly do: string; readonly with: object; readonly instead?: boolean };
  /** How many keys of tracks were moved along, with keying off. */
  readonly moved?: number;
};
