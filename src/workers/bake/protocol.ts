import type { BakeReport, BakeWish } from '../../core/bake';
import type { Draft, Made, TrackRef } from '../../core/commands';
import type { Project } from '../../core/model';

export type BakeJob = {
  readonly project: Project;
  readonly composition: string;
  readonly layers: readonly string[];
  readonly wish: BakeWish;
  /** Begins the ids of what is made. */
  readonly seed: string;
  /** Paint every frame before and after, and compare. */
  readonly pictures: boolean;
};

/** What is being done, and how far it is, 0 … 1; null where that cannot be told. */
export type BakeProgress = { readonly stage: 'keys' | 'proof' | 'pictures'; readonly done: number | null };

/** A bake that is ready to be done, with its report; or why it cannot be. */
export type BakeOutcome = { readonly draft: Draft & { readonly made: readonly string[] }; readonly report: BakeReport } | { readonly refused: string };

/** Formulas to be written out as keys. */
export type FormulaKeysJob = { readonly project: Project; readonly composition: string; readonly tracks: readonly TrackRef[]; readonly tolerance: number; /** Begins the ids of keys. */ readonly seed: string };

/** The keys, ready to be set, with their ids in the order they were made; or why there are none. */
export type FormulaKeysOutcome = { readonly made: Made; readonly ids: readonly string[] } | { readonly refused: string };

export type BakeCalls = {
  bake: { readonly in: BakeJob; readonly out: BakeOutcome };
  formulaKeys: { readonly in: FormulaKeysJob; readonly out: FormulaKeysOutcome };
};
