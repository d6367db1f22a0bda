import { inOrder, type Composition, type Project } from '../model';
import { behind, type Behind } from '../scene';
import { LEVELS } from './codes';
import type { Check, Finding, Problem } from './problem';

/** What checks found in a composition, each at its place in their list, while all that stands behind it was the same. */
type Remembered = { readonly checks: readonly Check[]; readonly behind: Behind; readonly assets: Project['assets']; readonly findings: (readonly Finding[] | undefined)[] };
const remembered = new WeakMap<Composition, Remembered>();

/** What checks find, errors first: a step for each check in each composition, and for each piece of a long one. What was found in a composition is remembered until it, or what stands in its nests, is another. */
export function* checkedInSteps(checks: readonly Check[], project: Project): Generator<void, readonly Problem[]> {
  const rank = { error: 0, warning: 1, note: 2 };
  const compositions = inOrder(project.compositions);
  const memories: (readonly Finding[] | undefined)[][] = [];
  const problems: Problem[] = [];
  for (let i = 0; i < checks.length; i++) for (let k = 0; k < compositions.length; k++) {
    const [check, composition] = [checks[i]!, compositions[k]!];
    const memory = (memories[k] ??= memoryOf(checks, project, composition));
    const found = (memory[i] ??= check.inPieces ? yield* check.inPieces(project, composition) : check.find(project, composition));
    for (const finding of found) problems.push({ code: check.code, level: LEVELS[check.code], ...finding });
    yield;
  }
  return problems.sort((a, b) => rank[a.level] - rank[b.level]);
}

function memoryOf(checks: readonly Check[], project: Project, composition: Composition): Remembered['findings'] {
  const [all, { assets }] = [behind(project, composition), project];
  let known = remembered.get(composition);
  if (!known || known.checks !== checks || known.behind !== all || known.assets !== assets) remembered.set(composition, (known = { checks, behind: all, assets, findings: [] }));
  return known.findings;
}
