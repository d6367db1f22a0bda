import { inOrder, type Composition, type Project } from '../model';
import { LEVELS } from './codes';
import type { Check, Finding, Problem } from './problem';

type Remembered = { readonly behind: readonly unknown[]; readonly findings: readonly Finding[] };
const remembered = new WeakMap<Check, WeakMap<Composition, Remembered>>();

/** What checks find, errors first: a step for each check in each composition. What was found in a composition is remembered until it, or what stands in its nests, is another. */
export function* checkedInSteps(checks: readonly Check[], project: Project): Generator<void, readonly Problem[]> {
  const rank = { error: 0, warning: 1, note: 2 };
  const problems: Problem[] = [];
  for (const check of checks) for (const composition of inOrder(project.compositions)) {
    for (const finding of findingsOf(check, project, composition)) problems.push({ code: check.code, level: LEVELS[check.code], ...finding });
    yield;
  }
  return problems.sort((a, b) => rank[a.level] - rank[b.level]);
}

function findingsOf(check: Check, project: Project, composition: Composition): readonly Finding[] {
  let known = remembered.get(check);
  if (!known) remembered.set(check, (known = new WeakMap()));
  const behind = behindOf(project, composition);
  const found = known.get(composition);
  if (found && found.behind.length === behind.length && found.behind.every((thing, i) => thing === behind[i])) return found.findings;
  const findings = check.find(project, composition);
  known.set(composition, { behind, findings });
  return findings;
}

const gathered = new WeakMap<Project, WeakMap<Composition, readonly unknown[]>>();

/** Everything that a composition's problems may depend on: itself, all that it shows, however deep, and the media. */
function behindOf(project: Project, composition: Composition): readonly unknown[] {
  let known = gathered.get(project);
  if (!known) gathered.set(project, (known = new WeakMap()));
  let list = known.get(composition);
  if (!list) {
    const all = new Set<unknown>([project.assets]);
    const gather = (one: Composition): void => {
      if (all.has(one)) return;
      all.add(one);
      for (const layer of inOrder(one.layers)) {
        const source = 'source' in layer && Object.hasOwn(project.compositions.by, layer.source) ? project.compositions.by[layer.source] : undefined;
        if (source) gather(source);
      }
    };
    gather(composition);
    known.set(composition, (list = [...all]));
  }
  return list;
}
