import { inOrder, type Composition, type Project } from '../model';
import { behind, type Behind } from '../scene';
import { LEVELS } from './codes';
import type { Check, Finding, Problem } from './problem';

type Remembered = { readonly behind: Behind; readonly assets: Project['assets']; readonly findings: readonly Finding[] };
const remembered = new WeakMap<Check, WeakMap<Composition, Remembered>>();

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
  let known = remembered.get(check);
  if (!known) remembered.set(check, (known = new WeakMap()));
  const [all, { assets }] = [behind(project, composition), project];
  const found = known.get(composition);
  if (found && found.behind === all && found.assets === assets) return found.findings;
  const findings = check.inPieces ? yield* check.inPieces(project, composition) : check.find(project, composition);
  known.set(composition, { behind: all, assets, findings });
  return findings;
}
