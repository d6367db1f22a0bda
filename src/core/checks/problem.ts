import type { Composition, Layer, Project } from '../model';
import { inOrder } from '../model';
import type { Frames } from '../time';
import type { Code, Level } from './codes';

/** An edit by its event, with its arguments. */
export type Mend = { readonly do: string; readonly with: object };

/** Something a check found. */
export type Problem = {
  readonly code: Code;
  readonly level: Level;
  readonly where: { readonly composition: string; readonly layer?: string; readonly channel?: string; readonly frame?: Frames };
  /** Plain words: what, and at which frame. */
  readonly message: string;
  /** What to do about it, where we can say. */
  readonly fix?: string;
  /** The edit of the list that mends it, where one does. What it leaves is of a lower level. */
  readonly mend?: Mend;
};

/** A problem as a check tells it: which one it is and how grave is the check's own. */
export type Finding = Omit<Problem, 'code' | 'level'>;

/** A check, whole: what it looks for, and how it finds that in one composition, with what stands in its nests. */
export type Check = {
  readonly code: Code;
  readonly about: string;
  readonly find: (project: Project, composition: Composition) => readonly Finding[];
  /** The same in pieces, where there may be much to look at: it gives way in between. */
  readonly inPieces?: (project: Project, composition: Composition) => Generator<void, readonly Finding[]>;
};

export function defineCheck(check: Check): Check {
  return check;
}

/** A check that looks in pieces; asked at once, it looks at all of them. */
export function defineLongCheck({ inPieces, ...words }: Omit<Check, 'find'> & Required<Pick<Check, 'inPieces'>>): Check {
  return { ...words, inPieces, find: (project, composition) => {
    const steps = inPieces(project, composition);
    for (let step = steps.next(); ; step = steps.next()) if (step.done) return step.value;
  } };
}

/** What a check finds layer by layer. */
export function layerByLayer(find: (project: Project, composition: Composition, layer: Layer) => readonly Finding[]): Check['find'] {
  return (project, composition) => inOrder(composition.layers).flatMap((layer) => find(project, composition, layer));
}
