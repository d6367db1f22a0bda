import { readFileSync } from 'node:fs';
import { describe, expect, test } from 'vitest';
import { writeDemo } from '../demo/write';
import { checkProject } from '../src/core/checks';
import { evaluateFrame } from '../src/core/evaluate';
import { sourceTimeAt } from '../src/core/scene';
import { projectFile, readProject } from '../src/core/model';
import * as z from 'zod';

const text = readFileSync('demo/night-tram.oak.json', 'utf8');
const read = readProject(text);
const project = read.ok ? read.value : null!;
const main = project.compositions.by['main']!;

describe('the demonstration film', () => {
  test('is what its script draws', () => expect(writeDemo()).toBe(text));
  test('has no problem', () => expect(checkProject(project)).toEqual([]));
  test('is ten seconds at 30 frames', () => expect([main.duration, main.rate, main.width, main.height]).toEqual([300, [30, 1], 1280, 720]));
  test('loops the tram’s 32 frames without a blink as long as its bar is', () => {
    const tram = main.layers.by['tram']!;
    for (let frame = 0; frame < 270; frame++) expect(sourceTimeAt(project, main, tram, frame)).toBe(frame % 32);
  });
  test('shows the tram, the board and three lamps at its middle', () => {
    const frame = evaluateFrame(project, 'main', 150, { faces: () => null, purpose: 'output' })!;
    for (const id of ['tram', 'timetable', 'lampNear', 'lampCorner', 'lampFar']) expect(frame.drawn).toContain(id);
  });
});

test('the JSON Schema in docs is the one of the code', () =>
  expect(JSON.parse(readFileSync('docs/project.schema.json', 'utf8'))).toEqual(JSON.parse(JSON.stringify(z.toJSONSchema(projectFile, { io: 'input', reused: 'ref' })))));
