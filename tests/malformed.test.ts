import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { applyPatches, validateTouched, type Patch } from '../src/core/commands';
import { checkProject } from '../src/core/checks';
import { evaluateFrame, trail } from '../src/core/evaluate';
import { activity } from '../src/core/scene';
import { inOrder, readProject, readProjectFile, sayIssue, writeProject, type Project } from '../src/core/model';

const demo = JSON.parse(readFileSync('demo/night-tram.oak.json', 'utf8')) as unknown;
const around = { faces: () => null, purpose: 'bench' } as const;

type Spot = { readonly holder: Record<string, unknown> | unknown[]; readonly key: string | number };

/** Every place in a file where something stands. */
function spots(value: unknown, found: Spot[] = []): readonly Spot[] {
  if (value === null || typeof value !== 'object') return found;
  for (const key of Array.isArray(value) ? value.keys() : Object.keys(value)) {
    found.push({ holder: value as Record<string, unknown>, key });
    spots((value as Record<string | number, unknown>)[key], found);
  }
  return found;
}

/** What a slip of the hand, a broken disk or another program may leave somewhere. */
const anything = fc.oneof(
  fc.constantFrom<unknown>(null, true, '', 'soon', '__proto__', 'constructor', -1, 0, 0.5, 1e308, -1e308, 1e-320, [], {}, [[]], [1, 2], [2, 1], { value: 1 }, { keys: 3 }, 'a'.repeat(500)),
  fc.jsonValue({ maxDepth: 2 }),
);
const slips = fc.array(fc.record({ place: fc.nat(), to: anything, how: fc.constantFrom('replace', 'remove', 'rename', 'double') }), { minLength: 1, maxLength: 4 });

function spoil(file: unknown, list: readonly { readonly place: number; readonly to: unknown; readonly how: string }[]): unknown {
  const copy = structuredClone(file);
  for (const { place, to, how } of list) {
    const all = spots(copy);
    const { holder, key } = all[place % all.length]!;
    if (Array.isArray(holder)) {
      if (how === 'remove') holder.splice(key as number, 1);
      else if (how === 'double') holder.push(structuredClone(holder[key as number]));
      else holder[key as number] = to;
    } else {
      const value = holder[key];
      if (how === 'remove' || how === 'rename') delete holder[key];
      if (how === 'rename') holder[`${key}x`] = value;
      if (how === 'replace') holder[key] = to;
    }
  }
  return copy;
}

/** Whatever was read must be shown, checked and written without a complaint. */
function live(project: Project): void {
  const problems = checkProject(project);
  for (const problem of problems) expect(problem.message).toMatch(/[a-z]{2,}/);
  for (const composition of inOrder(project.compositions).slice(0, 6)) {
    for (const frame of [0, composition.duration / 3, composition.duration - 1, -5, 1e7]) evaluateFrame(project, composition.id, frame, around);
    if (composition.duration <= 2000) activity(project, composition.id);
    for (const layer of inOrder(composition.layers).slice(0, 4)) trail(project, composition.id, layer.id, 10);
  }
  const again = readProject(writeProject(project));
  expect(again.ok && again.value).toEqual(project);
}

describe('a spoiled project', () => {
  test('is refused with sentences that tell the place, or lives', () => {
    let [refused, lived] = [0, 0];
    fc.assert(fc.property(slips, (list) => {
      const read = readProjectFile(spoil(demo, list));
      if (read.ok) {
        lived++;
        live(read.value);
        return;
      }
      refused++;
      expect(read.issues.length).toBeGreaterThan(0);
      for (const words of read.issues.map(sayIssue)) {
        expect(words.length).toBeLessThan(1200);
        expect(words).toMatch(/[.!]$/);
        expect(words).not.toMatch(/\[object Object\]|\bNaN\b|undefined is not| {4}at /);
      }
    }), { seed: 2026, numRuns: 500 });
    // A test that only ever refuses, or never does, would prove nothing.
    expect(refused).toBeGreaterThan(50);
    expect(lived).toBeGreaterThan(20);
  }, 120_000);
  test('cut off anywhere, is never a crash', () => {
    const text = JSON.stringify(demo);
    fc.assert(fc.property(fc.nat({ max: text.length - 2 }), (length) => {
      const read = readProject(text.slice(0, length));
      expect(read.ok).toBe(false);
      if (!read.ok) expect(sayIssue(read.issues[0]!)).toMatch(/cut off|not readable|not an Oak Tumble/);
    }), { seed: 7, numRuns: 60 });
  });
  test('any text at all gets a sentence', () =>
    fc.assert(fc.property(fc.oneof(fc.string(), fc.json()), (text) => {
      const read = readProject(text);
      return !read.ok && read.issues.every((issue) => sayIssue(issue).length > 10);
    })));
});

describe('a spoiled change', () => {
  const read = readProjectFile(demo);
  const project = read.ok ? read.value : null!;
  const paths = spots(project).length;
  /** The path of ids to a place in the project as it is in memory. */
  function pathTo(place: number): readonly string[] {
    const walk = (value: unknown, left: { n: number }, path: readonly string[]): readonly string[] | null => {
      if (value === null || typeof value !== 'object' || Array.isArray(value)) return null;
      for (const [key, inner] of Object.entries(value)) {
        if (left.n-- === 0) return [...path, key];
        const found = walk(inner, left, [...path, key]);
        if (found) return found;
      }
      return null;
    };
    return walk(project, { n: place }, []) ?? ['name'];
  }
  const at = (path: readonly string[]) => path.reduce<unknown>((here, step) => (here as Record<string, unknown> | undefined)?.[step], project);
  test('never throws while it is applied; what passes the check lives', () => {
    let [refused, passed] = [0, 0];
    fc.assert(fc.property(fc.nat({ max: paths }), anything, fc.boolean(), (place, to, remove) => {
      const path = pathTo(place);
      const patch: Patch = { path, from: at(path), ...(remove ? {} : { to }) };
      const { project: next } = applyPatches(project, [patch]);
      let words: readonly string[];
      try {
        words = validateTouched(next, [patch]);
      } catch {
        // The server takes a stumble of the check for a refusal too.
        words = ['refused'];
      }
      if (words.length > 0) {
        refused++;
        return;
      }
      passed++;
      live(next);
    }), { seed: 11, numRuns: 400 });
    expect(refused).toBeGreaterThan(50);
    expect(passed).toBeGreaterThan(10);
  }, 120_000);
});
