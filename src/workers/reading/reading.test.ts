import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { clipText, copyKeys, copyLayers } from '../../core/commands';
import { inOrder, readProject, writeProject, newProject, type LayerOf } from '../../core/model';
import { smallFilm } from '../../../tests/support/projects';
import { readClip } from './read-clip';
import { contoursOf, joined, scaleOf } from './svg/outlines';
import { readSvg } from './svg/read-svg';

const svg = (inner: string, more = 'viewBox="0 0 100 50" width="200" height="100"') => {
  let count = 0;
  return readSvg(`<?xml version="1.0"?><svg xmlns="http://www.w3.org/2000/svg" ${more}>${inner}</svg>`, 'Drawing', 'svg', () => `s${++count}`);
};
const shapes = (inner: string, more?: string): readonly LayerOf<'shape'>[] => {
  const read = svg(inner, more);
  if (read.kind !== 'shapes') throw new Error(JSON.stringify(read));
  const project = newProject('Try', read.composition);
  const again = readProject(writeProject(project));
  expect(again.ok && again.value).toEqual(project);
  return inOrder(read.composition.layers) as readonly LayerOf<'shape'>[];
};
const outlineOf = (layer: LayerOf<'shape'>) => layer.channels.outline!.value;
const because = (inner: string) => { const read = svg(inner); return read.kind === 'picture' ? read.because : read.kind; };

describe('a drawing that unfolds', () => {
  const doubled = (n: number, leaf = '<rect width="5" height="5"/>', spell = (target: string) => `<use href="#${target}"/>`) => `<defs><g id="g0">${leaf}</g>${Array.from({ length: n }, (_, i) => `<g id="g${i + 1}">${spell(`g${i}`)}${spell(`g${i}`)}</g>`).join('')}</defs>${spell(`g${n}`)}`;
  test.each([
    ['nested uses', doubled(30)], ['by the old spelling', doubled(30, '<rect width="5" height="5"/>', (target) => `<use xlink:href="#${target}"/>`)], ['of nothing that is seen', doubled(30, '<g/>')], ['in a group of a group', doubled(29, '<g><g><path d="M0 0L5 5"/></g></g>')],
  ])('%s thirty deep are counted, not put in: 2 KB are refused at once', (_, inner) => {
    expect(svg(inner)).toMatchObject({ kind: 'unreadable', message: expect.stringMatching(/once its repeats are put in; 20,000 are the most/) as string });
  });
  test('what uses itself, and what stands too deep, is refused in words; a few repeats are not', () => {
    expect(svg('<g id="a"><use href="#b"/></g><g id="b"><use href="#a"/></g>')).toMatchObject({ kind: 'unreadable' });
    expect(svg(`${'<g>'.repeat(70)}<rect width="5" height="5"/>${'</g>'.repeat(70)}`)).toMatchObject({ kind: 'unreadable', message: expect.stringMatching(/more than 64 deep/) as string });
    expect(svg(`${'<g>'.repeat(20_000)}${'</g>'.repeat(20_000)}`)).toMatchObject({ kind: 'unreadable', message: expect.stringMatching(/too deep|more than 64 deep|thousand million/) as string });
    expect(shapes(doubled(4))).toHaveLength(16);
  });
});

describe('an SVG drawing', () => {
  test('is as large as it says, its shapes scaled from their box', () => {
    const read = svg('<rect x="10" y="20" width="30" height="10" fill="#ff0000"/>');
    expect(read.kind === 'shapes' && [read.composition.width, read.composition.height]).toEqual([200, 100]);
    const [rectangle] = shapes('<rect id="roof" x="10" y="20" width="30" height="10" fill="#ff0000"/>');
    expect(rectangle!.name).toBe('roof');
    expect([rectangle!.channels.x!.value, rectangle!.channels.y!.value]).toEqual([50, 50]);
    expect(outlineOf(rectangle!).points.map(([x, y]) => [x, y])).toEqual([[-30, -10], [30, -10], [30, 10], [-30, 10]]);
    expect(rectangle!.fill.channels.colour!.value).toEqual([1, 0, 0, 1]);
  });
  test('what is drawn last lies on top', () => expect(shapes('<circle r="5"/><rect width="4" height="4"/>').map((one) => one.name)).toEqual(['Rect 2', 'Circle 1']));
  test('circles, lines, polygons and paths with arcs and shorthands become curves', () => {
    const all = shapes('<circle cx="5" cy="5" r="5"/><ellipse cx="5" cy="5" rx="5" ry="2"/><line x1="0" y1="0" x2="9" y2="9" stroke="red"/><polygon points="0,0 9,0 5,9"/><polyline points="0 0 9 0 5 9" stroke="#00f" fill="none"/><path d="M0 0q5 5 10 0t10 0a5 5 0 0 1 5 5s3 3 6 0h4v4z"/>');
    expect(all.map((one) => outlineOf(one).closed)).toEqual([true, false, true, false, true, true]);
    expect(all.every((one) => outlineOf(one).points.flat().every(Number.isFinite))).toBe(true);
  });
  test('groups hand down their inks and transforms; lines grow with them', () => {
    const [line] = shapes('<g stroke="rgb(0, 128, 0)" stroke-width="2" fill="none" transform="translate(10 0)"><g transform="scale(3)"><path d="M0 0L10 0"/></g></g>');
    expect(line!.stroke.channels.width!.value).toBe(12);
    expect(line!.stroke.channels.colour!.value).toEqual([0, 0.502, 0, 1]);
    expect(line!.channels.x!.value).toBe(50);
    expect(line!.fill.kind).toBe('none');
  });
  test('style sheets, style attributes and currentColor are read', () => {
    const all = shapes('<style>.a, #b { fill: tomato } rect { opacity: .5 }</style><rect class="a" width="5" height="5"/><circle id="b" r="4" style="fill-opacity:50%"/><g color="#0000ff"><path d="M0 0H9V9Z" fill="currentColor"/></g>');
    expect(all.map((one) => one.fill.channels.colour!.value)).toEqual([[0, 0, 1, 1], [1, 0.388, 0.278, 0.5], [1, 0.388, 0.278, 1]]);
    expect(all[2]!.channels.opacity!.value).toBe(50);
  });
  test('runs of colour come along, round and straight', () => {
    const [radial, linear] = shapes('<defs><linearGradient id="g" x2="0" y2="1"><stop offset="0" stop-color="white"/><stop offset="100%" stop-color="black" stop-opacity=".5"/></linearGradient><radialGradient id="r" gradientUnits="userSpaceOnUse" cx="10" cy="10" r="5" href="#g"/></defs><rect width="10" height="10" fill="url(#g)"/><circle cx="10" cy="10" r="5" fill="url(#r)"/>');
    expect([linear!.fill.kind, linear!.fill.channels.from!.value, linear!.fill.channels.to!.value]).toEqual(['linear', [-10, -10], [-10, 10]]);
    expect([radial!.fill.kind, radial!.fill.channels.from!.value, radial!.fill.channels.to!.value]).toEqual(['radial', [0, 0], [10, 0]]);
    expect(inOrder(linear!.fill.stops).map((stop) => [stop.channels.at!.value, stop.channels.colour!.value])).toEqual([[0, [1, 1, 1, 1]], [100, [0, 0, 0, 0.5]]]);
  });
  test('holes stay holes in one outline, and lines are apart', () => {
    const [ring] = shapes('<path fill-rule="evenodd" d="M0 0H20V20H0Z M5 5H15V15H5Z"/>');
    expect(ring!.rule).toBe('evenodd');
    const area = (points: readonly (readonly number[])[]) => points.reduce((sum, [x, y], i) => { const [nx, ny] = points[(i + 1) % points.length]!; return sum + (x! * ny! - nx! * y!) / 2; }, 0);
    // Both squares run the same way round: by their area the bridges add nothing.
    expect(Math.abs(area(outlineOf(ring!).points))).toBeCloseTo((400 + 100) * 4, 3);
    expect(shapes('<path stroke="red" d="M0 0H20V20H0Z M5 5H15V15H5Z"/>').map((one) => [one.fill.kind, one.stroke.channels.width?.value])).toEqual([['none', 2], ['none', 2], ['flat', undefined]]);
  });
  test('what we do not have is named, so that it can be painted instead', () => {
    expect(because('<text>Hi</text>')).toBe('text');
    expect(because('<rect width="4" height="4" filter="url(#f)"/>')).toBe('filters');
    expect(because('<g opacity=".5"><rect width="4" height="4"/><rect width="4" height="4"/></g>')).toBe('groups that are see-through as a whole');
    expect(because('<image href="x.png"/>')).toBe('pictures inside');
    expect(because('')).toBe('nothing that is drawn');
    expect(because('<path d="M0 0 L bad"/>')).toMatch(/shapes|nothing|readable/);
  });
  test('what is no drawing is told', () => {
    expect(readSvg('<svg><g></svg>', 'x', 'x', () => 'x')).toEqual({ kind: 'unreadable', message: 'This SVG cannot be read: something is not closed or not written as it should be at line 1. Save it anew from the program that it comes from.' });
    expect(readSvg('<html/>', 'x', 'x', () => 'x')).toMatchObject({ kind: 'unreadable', message: 'This file is no SVG drawing.' });
  });
});

describe('outlines', () => {
  test('a closed contour that ends where it began has that point once', () => expect(contoursOf('M0 0L10 0L10 10L0 0Z', [])[0]!.points.length).toBe(3));
  test('transforms act from the innermost outward', () => expect(contoursOf('M1 0L2 0', ['scale(2)', 'translate(10 0)'])[0]!.points.map(([x]) => x)).toEqual([12, 14]));
  test('scale is that of the area', () => expect(scaleOf(['scale(2 8)', 'rotate(30)'])).toBeCloseTo(4, 6));
  test('one contour joined is itself', () => expect(joined(contoursOf('M0 0H5V5Z', [])).points.length).toBe(3));
});

describe('the clipboard', () => {
  const film = smallFilm();
  test('layers and keys are read back as they were copied', () => {
    const clip = copyLayers(film, 'main', ['tram', 'lamp'])!;
    expect(readClip(clipText(clip))).toEqual({ kind: 'layers', clip });
    const keys = copyKeys(film, 'main', [{ layer: 'lamp', track: 'x', key: 'a' }])!;
    expect(readClip(JSON.stringify(keys))).toEqual({ kind: 'keys', clip: keys });
  });
  test('anything else is told in a sentence', () => {
    for (const text of ['hello', '{}', 'null', '{"format":"oak-tumble/keys"}', '{"format":"oak-tumble/project","version":1,"name":"x","compositions":[{"id":7}]}']) {
      const reading = readClip(text);
      expect(reading.kind === 'nothing' && reading.message.endsWith('.')).toBe(true);
    }
  });
});

describe('whatever comes', () => {
  const piece = fc.constantFrom('<g>', '</g>', '<rect width="5" height="', '"/>', 'fill="url(#x)"', '<path d="M0 0', 'a1 1 0 0', '<use href="#a"/>', '<svg id="a">', 'transform="rotate(', ')"', '&amp;', '<style>.a{', '}</style>', '<linearGradient id="x">', 'NaN', '-', '9e99');
  test('an SVG is read, or named, never thrown', () => {
    fc.assert(fc.property(fc.array(fc.oneof(piece, fc.string({ maxLength: 6 })), { maxLength: 14 }), (parts) => {
      const read = svg(parts.join(' '));
      expect(['shapes', 'picture', 'unreadable']).toContain(read.kind);
      if (read.kind !== 'shapes') return;
      const project = newProject('Try', read.composition);
      const again = readProject(writeProject(project));
      expect(again.ok && again.value).toEqual(project);
    }), { numRuns: 400 });
  });
  test('a clipboard is read, or told, never thrown', () => {
    fc.assert(fc.property(fc.oneof(fc.string(), fc.json()), (text) => ['layers', 'keys', 'nothing'].includes(readClip(text).kind)));
  });
  test('a rectangle stands where its numbers say, whatever the transforms', () => {
    fc.assert(fc.property(fc.integer({ min: 0, max: 50 }), fc.integer({ min: 0, max: 30 }), fc.integer({ min: 1, max: 40 }), fc.integer({ min: 1, max: 4 }), (x, y, side, scale) => {
      const [one] = shapes(`<g transform="scale(${scale})"><rect x="${x}" y="${y}" width="${side}" height="${side}"/></g>`, 'viewBox="0 0 100 50" width="100" height="50"');
      expect([one!.channels.x?.value ?? 0, one!.channels.y?.value ?? 0]).toEqual([(x + side / 2) * scale, (y + side / 2) * scale]);
    }));
  });
});
