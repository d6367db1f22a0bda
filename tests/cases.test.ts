import { mkdtempSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { describe, expect, test } from 'vitest';
import { run } from '../src/cli/main';

type Expectation = {
  readonly verb: string; readonly comp?: string; readonly layer?: string; readonly channel?: string; readonly frames?: string;
  readonly values?: readonly unknown[]; readonly tolerance?: number; readonly has?: readonly string[]; readonly hasNot?: readonly string[];
};

const FOLDER = '../shared/cases';
/** Cases whose features play already; the rest are read and kept, which the model's tests hold. */
const PLAYS = ['01', '02', '03', '04', '05', '06', '07', '08', '09', '10', '11', '12', '13', '14', '15', '16', '20'];
const work = mkdtempSync(path.join(tmpdir(), 'oak-cases-'));

async function oak(...args: readonly string[]) {
  let [out, err] = ['', ''];
  const code = await run(args, (text) => (out += text), (text) => (err += text));
  return { code, out, err };
}

function near(a: unknown, b: unknown, tolerance: number): boolean {
  if (Array.isArray(a) && Array.isArray(b)) return a.length === b.length && a.every((one, i) => near(one, b[i], tolerance));
  return typeof a === 'number' && typeof b === 'number' ? Math.abs(a - b) <= tolerance : a === b;
}

const files = readdirSync(FOLDER).filter((name) => PLAYS.includes(name.slice(0, 2)));
test('the golden cases are there', () => expect(files.length).toBe(PLAYS.length));

for (const name of files) {
  const { about, project, expect: wanted } = JSON.parse(readFileSync(path.join(FOLDER, name), 'utf8')) as { about: string; project: object; expect: readonly Expectation[] };
  describe(`${name}: ${about}`, () => {
    const file = path.join(work, name);
    writeFileSync(file, JSON.stringify(project));
    test.each(wanted.map((one, i) => [i, `${one.verb} ${one.layer ?? ''} ${one.channel ?? ''}`, one] as const))('%d %s', async (_, __, one) => {
      const options = (['comp', 'layer', 'channel', 'frames'] as const).flatMap((option) => (one[option] === undefined ? [] : [`--${option}`, one[option]]));
      const { code, out, err } = await oak(one.verb, file, ...options);
      expect(err).toBe('');
      expect(code).toBe(0);
      const got = JSON.parse(out) as unknown[];
      const codes = got.map((problem) => (problem as { readonly code?: string } | null)?.code);
      for (const code of one.has ?? []) expect(codes).toContain(code);
      for (const code of one.hasNot ?? []) expect(codes).not.toContain(code);
      if (one.values) expect(near(one.values, got, one.tolerance ?? 0), `${JSON.stringify(one.values)}\n${out}`).toBe(true);
    });
  });
}
