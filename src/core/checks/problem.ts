import type { Project } from '../model';
import type { Frames } from '../time';

/** Something a check found. Codes are those of timing.md, section 6. */
export type Problem = {
  readonly code: string;
  readonly level: 'error' | 'warning' | 'note';
  readonly where: { readonly composition: string; readonly layer?: string; readonly channel?: string; readonly frame?: Frames };
  /** Plain words: what, and at which frame. */
  readonly message: string;
  /** What to do about it, where we can say. */
  readonly fix?: string;
};

/** A check, whole: what it looks for and how it finds it. */
export type Check = {
  readonly code: string;
  readonly about: string;
  readonly find: (project: Project) => readonly Problem[];
};

export function defineCheck(check: Check): Check {
  return check;
}
