import { inOrder, type Composition, type Project } from '../model';
import { behind, type Behind } from '../scene';
import { LEVELS } from './codes';
import type { Check, Finding, Problem } from './problem';

/** What checks found in a composition while all that stands behind it was the same. One memory for all checks: as many as there are, each by itself, cost more than they save. */
type Remembered = { readonly behind: Behind; readonly assets: Project['assets']; readonly findings: Map<Check, readonly Finding[]> };
const remembered = new WeakMap<Composition, Remembered>();

/** What checks find, errors first: a step for each check in each composition, and for each piece of a long one. What was found in a composition is remembered until it, or what stands in its nests, is another. */
export function* checkedInSteps(checks: readonly Check[], project: Project): Generator<void, readonly Problem[]> {
  const rank = { error: 0, warning: 1, note: 2 };
  const problems: Problem[] = [];
  for (const check of checks) for (const composition of inOrder(project.compositions)) {
    for (const finding of yield* findingsOf(check, project, composition)) problems.push({ code: check.code, level: LEVELS[check.code], ...finding });
    yield;
  }
  return problems.sort((a, b) => rank[a.level] - rank[b.level]);
}

function* findingsOf(check: Check, project: Project, composition: Composition): Generator<void, readonly Finding[]> {
  const known = foundIn(project, composition);
  const found = known.get(check);
  if (found) return found;
  const findings = check.inPieces ? yield* check.inPieces(project, composition) : check.find(project, composition);
  known.set(check, findings);
  return findings;
}

function foundIn(project: Project, composition: Composition): Remembered['findings'] {
  const [all, { assets }] = [behind(project, composition), project];
  let known = remembered.get(composition);
  if (!known || known.behind !== all || known.assets !== assets) remembered.set(composition, (known = { behind: all, assets, findings: new Map() }));
  return known.findings;
}
