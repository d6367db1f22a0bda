import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import type { Page } from 'playwright-core';
import { expect } from 'vitest';

const folder = mkdtempSync(path.join(tmpdir(), 'oak-steps-'));
let count = 0;

/** Saves what was done in a window as steps, does them again on the file as it was before by the command line, and expects the file as it is now. Answers how many there were. */
export async function expectReplayed(page: Page, before: string, after: string): Promise<number> {
  await page.keyboard.press('Escape');
  await page.keyboard.press('Control+k');
  await page.getByRole('dialog').waitFor();
  await page.keyboard.type('save what was done');
  const coming = page.waitForEvent('download');
  await page.keyboard.press('Enter');
  const name = path.join(folder, `${++count}`);
  await (await coming).saveAs(`${name}.jsonl`);
  writeFileSync(`${name}.oak.json`, before);
  execFileSync('node', ['scripts/oak.mjs', 'edit', `${name}.oak.json`, '--script', `${name}.jsonl`, '--out', `${name}.after.oak.json`], { encoding: 'utf8', stdio: ['ignore', 'pipe', 'pipe'] });
  expect(readFileSync(`${name}.after.oak.json`, 'utf8')).toBe(after);
  return readFileSync(`${name}.jsonl`, 'utf8').trim().split('\n').length;
}
