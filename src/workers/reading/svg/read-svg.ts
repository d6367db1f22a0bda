import { parseXml, XmlElement, XmlText } from '@rgrove/parse-xml';
import { converter, parse as parseColour } from 'culori';
import { channelAt, channelsAt, flatFill, newComposition, newShape, plainStroke, type Channel, type Composition, type Layer } from '../../../core/model';
import { whyTooMuch } from './counted';
import { contoursOf, joined, pointAfter, scaleOf, shapeData, type Contour } from './outlines';

export type SvgReading =
  | { readonly kind: 'shapes'; readonly composition: Composition }
  /** It uses what we do not have: it can be painted, not drawn. `because` names it. */
  | { readonly kind: 'picture'; readonly because: string; readonly width: number; readonly height: number }
  | { readonly kind: 'unreadable'; readonly message: string };

type Colour = readonly [number, number, number, number];
type Attributes = Readonly<Record<string, string | undefined>>;
type Style = Record<string, string | undefined>;

/** What is passed down from group to group. */
const INHERITED = ['fill', 'fill-opacity', 'fill-rule', 'stroke', 'stroke-width', 'stroke-opacity', 'stroke-linecap', 'stroke-linejoin', 'stroke-miterlimit', 'stroke-dasharray', 'stroke-dashoffset', 'color', 'visibility'];
const IGNORED = new Set(['title', 'desc', 'metadata', 'defs', 'style', 'linearGradient', 'radialGradient', 'symbol', 'namedview']);
const GROUPS = new Set(['g', 'svg', 'a', 'switch']);
/** More shapes than this are painted once instead: nobody keys each of them. */
const MOST = 400;

/** Characters of a drawing. */
const LONGEST = 20_000_000;

class Beyond extends Error {}

/** Reads an SVG drawing as a composition of our shapes; tells where it uses what we do not have. */
export function readSvg(text: string, name: string, id: string, newId: () => string): SvgReading {
  let root: XmlElement | null;
  try {
    root = parseXml(text.replace(/<!DOCTYPE[^>[]*(\[[^\]]*\])?[^>]*>/i, ''), { ignoreUndefinedEntities: true }).root;
  } catch (error) {
    // A parser's words are about its inside; where it stopped is what helps.
    const { line } = error as { readonly line?: number };
    return { kind: 'unreadable', message: error instanceof RangeError ? 'Things stand in one another too deep in this drawing. Take groups apart in the program that it comes from.' : `This SVG cannot be read${line === undefined ? '' : `: something is not closed or not written as it should be at line ${line}`}. Save it anew from the program that it comes from.` };
  }
  if (!root || local(root) !== 'svg') return { kind: 'unreadable', message: 'This file is no SVG drawing.' };
  const box = (root.attributes['viewBox'] ?? '').trim().split(/[\s,]+/).map(Number);
  const given = [length(root.attributes['width']), length(root.attributes['height'])];
  const [left, top, boxWidth, boxHeight] = box.length === 4 && box.every(Number.isFinite) ? (box as [number, number, number, number]) : [0, 0, given[0] ?? 300, given[1] ?? 150];
  const width = clampSize(given[0] ?? boxWidth);
  const height = clampSize(given[1] ?? boxHeight);
  const scale = Math.min(width / boxWidth, height / boxHeight);
  const view = `translate(${(width - boxWidth * scale) / 2} ${(height - boxHeight * scale) / 2}) scale(${scale}) translate(${-left} ${-top})`;
  const byId = new Map<string, XmlElement>();
  const rules: { readonly selector: string; readonly style: Style }[] = [];
  if (text.length > LONGEST) return { kind: 'unreadable', message: `This drawing has ${Math.round(text.length / 1e6)} MB of text; ${LONGEST / 1e6} are the most. Save it as a picture.` };
  gather(root, byId, rules);
  const tooMuch = whyTooMuch(root, byId);
  if (tooMuch !== null) return { kind: 'unreadable', message: tooMuch };
  const layers: Layer[] = [];
  try {
    const walk = (element: XmlElement, inherited: Style, transforms: readonly string[], opacity: number, depth: number): void => {
      const kind = local(element);
      if (IGNORED.has(kind) || kind.includes(':')) return;
      if (depth > 60) throw new Beyond('groups nested very deep');
      const own = styleOf(element, rules);
      if (own['display'] === 'none') return;
      for (const field of ['clip-path', 'mask', 'filter']) if (own[field] !== undefined && own[field] !== 'none') throw new Beyond(field === 'filter' ? 'filters' : field === 'mask' ? 'masks' : 'clipping');
      if (own['mix-blend-mode'] !== undefined && own['mix-blend-mode'] !== 'normal') throw new Beyond('blending');
      const style: Style = { ...Object.fromEntries(INHERITED.map((field) => [field, inherited[field]])), ...Object.fromEntries(Object.entries(own).filter(([, value]) => value !== 'inherit')) };
      const moved = element.attributes['transform'] ? [element.attributes['transform'], ...transforms] : transforms;
      const alpha = opacity * portion(own['opacity']);
      const children = element.children.filter((child): child is XmlElement => child instanceof XmlElement);
      if (GROUPS.has(kind)) {
        if (portion(own['opacity']) < 1 && children.filter((child) => !IGNORED.has(local(child))).length > 1) throw new Beyond('groups that are see-through as a whole');
        for (const child of children) walk(child, style, moved, alpha, depth + 1);
        return;
      }
      if (kind === 'use') {
        const target = byId.get((element.attributes['href'] ?? element.attributes['xlink:href'] ?? '').slice(1));
        if (!target || local(target) === 'symbol') throw new Beyond('symbols');
        const shift = `translate(${parseFloat(element.attributes['x'] ?? '0') || 0} ${parseFloat(element.attributes['y'] ?? '0') || 0})`;
        return walk(target, style, [shift, ...moved], alpha, depth + 1);
      }
      if (!['path', 'rect', 'circle', 'ellipse', 'line', 'polyline', 'polygon'].includes(kind)) throw new Beyond(kind === 'text' ? 'text' : kind === 'image' ? 'pictures inside' : `“${kind}”`);
      const data = shapeData(kind, element.attributes);
      if (data === null || style['visibility'] === 'hidden') return;
      const contours = contoursOf(data, moved);
      if (contours.length === 0) return;
      const label = element.attributes['id'] ?? `${kind.charAt(0).toUpperCase()}${kind.slice(1)} ${layers.length + 1}`;
      layers.unshift(...shapesOf(contours, style, moved, alpha, label, byId, rules, newId));
      if (layers.length > MOST) throw new Beyond(`more than ${MOST} shapes`);
    };
    walk(root, { fill: 'black', stroke: 'none' }, [view], 1, 0);
  } catch (error) {
    if (error instanceof Beyond) return { kind: 'picture', because: error.message, width, height };
    return { kind: 'picture', because: 'path data that is not readable', width, height };
  }
  if (layers.length === 0) return { kind: 'picture', because: 'nothing that is drawn', width, height };
  const blank = newComposition(id, name, { width, height, rate: [30, 1], duration: 300 });
  return { kind: 'shapes', composition: { ...blank, layers: { order: layers.map((layer) => layer.id), by: Object.fromEntries(layers.map((layer) => [layer.id, layer])) } } };
}

/** An element as shape layers: fill and stroke in one where it is one contour, else the fill and each line apart (bridges between contours must not be drawn). */
function shapesOf(contours: readonly Contour[], style: Style, transforms: readonly string[], alpha: number, label: string, byId: ReadonlyMap<string, XmlElement>, rules: readonly { readonly selector: string; readonly style: Style }[], newId: () => string): readonly Layer[] {
  const fill = fillOf(style, contours, transforms, byId, rules);
  const line = colourOf(style['stroke'], style, 'stroke-opacity');
  if (style['stroke']?.startsWith('url(')) throw new Beyond('lines with runs of colour');
  const width = line === null ? 0 : (length(style['stroke-width'] ?? '1') ?? 1) * scaleOf(transforms);
  const stroke = width > 0 && line ? { ...plainStroke(line, fine(width)), cap: word(style['stroke-linecap'], ['butt', 'round', 'square'], 'butt'), join: word(style['stroke-linejoin'], ['miter', 'round', 'bevel'], 'miter'), miter: Math.max(1, Number(style['stroke-miterlimit'] ?? 4) || 4), dash: dashOf(style['stroke-dasharray'], scaleOf(transforms)) } : null;
  if (!fill && !stroke) return [];
  const spans = [[0, 300]] as const;
  const make = (name: string, contour: Contour, inside: typeof fill, outside: typeof stroke): Layer => {
    const centre = middleOf(contour);
    const points = contour.points.map(([x, y, a, b, c, d]) => [fine(x - centre[0]), fine(y - centre[1]), a, b, c, d]);
    const values = { outline: { closed: contour.closed, points }, ...(centre[0] === 0 ? {} : { x: centre[0] }), ...(centre[1] === 0 ? {} : { y: centre[1] }), ...(alpha < 1 ? { opacity: fine(alpha * 100) } : {}) };
    const shape = newShape(newId(), name, spans, 'path', values, inside ? shiftedFill(inside, centre) : { ...flatFill(), kind: 'none' }, outside ?? plainStroke());
    return (style['fill-rule'] === 'evenodd' ? { ...shape, rule: 'evenodd' } : shape) as Layer;
  };
  if (contours.length === 1) return [make(label, contours[0]!, fill, stroke)];
  if (alpha < 1 && fill && stroke) throw new Beyond('see-through shapes of several outlines with lines');
  const lines = stroke ? contours.map((contour, i) => make(`${label}, line ${i + 1}`, contour, null, stroke)) : [];
  return [...lines.reverse(), ...(fill ? [make(label, joined(contours), fill, null)] : [])];
}

type Fill = ReturnType<typeof flatFill>;

function fillOf(style: Style, contours: readonly Contour[], transforms: readonly string[], byId: ReadonlyMap<string, XmlElement>, rules: readonly { readonly selector: string; readonly style: Style }[]): Fill | null {
  const paint = style['fill'] ?? 'black';
  const url = /^url\(\s*["']?#([^"')]+)["']?\s*\)/.exec(paint);
  if (!url) {
    const colour = colourOf(paint, style, 'fill-opacity');
    return colour && flatFill(colour);
  }
  const gradient = byId.get(url[1]!);
  const kind = gradient && local(gradient);
  if (!gradient || (kind !== 'linearGradient' && kind !== 'radialGradient')) throw new Beyond('patterns');
  return runOf(gradient, kind, contours, transforms, byId, rules, portion(style['fill-opacity']));
}

function runOf(gradient: XmlElement, kind: string, contours: readonly Contour[], transforms: readonly string[], byId: ReadonlyMap<string, XmlElement>, rules: readonly { readonly selector: string; readonly style: Style }[], opacity: number): Fill {
  // A gradient may take its stops and what it does not say from another one.
  const chain: XmlElement[] = [];
  for (let at: XmlElement | undefined = gradient; at && chain.length < 10; at = byId.get((at.attributes['href'] ?? at.attributes['xlink:href'] ?? '').slice(1))) chain.push(at);
  const say = (field: string) => chain.find((one) => one.attributes[field] !== undefined)?.attributes[field];
  const stopElements = chain.map((one) => one.children.filter((child): child is XmlElement => child instanceof XmlElement && local(child) === 'stop')).find((list) => list.length > 0) ?? [];
  if (stopElements.length === 0) throw new Beyond('runs of colour without stops');
  if ((say('spreadMethod') ?? 'pad') !== 'pad') throw new Beyond('repeated runs of colour');
  const inBox = (say('gradientUnits') ?? 'objectBoundingBox') === 'objectBoundingBox';
  const own = say('gradientTransform');
  if (inBox && transforms.length > 1 && transforms.some((one) => /rotate|skew|matrix/.test(one))) throw new Beyond('turned runs of colour');
  const [left, top, right, bottom] = boxOf(contours);
  const share = (value: string | undefined, start: string) => { const text = value ?? start; return text.endsWith('%') ? parseFloat(text) / 100 : parseFloat(text); };
  const place = (x: number, y: number): [number, number] => {
    const [px, py] = own ? pointAfter([x, y], [own]) : [x, y];
    return inBox ? [fine(left + px * (right - left)), fine(top + py * (bottom - top))] : pointAfter([px, py], transforms);
  };
  let from: [number, number];
  let to: [number, number];
  if (kind === 'linearGradient') {
    from = place(share(say('x1'), '0'), share(say('y1'), '0'));
    to = place(share(say('x2'), inBox ? '1' : '0'), share(say('y2'), '0'));
  } else {
    const [cx, cy, r] = [share(say('cx'), '0.5'), share(say('cy'), '0.5'), share(say('r'), '0.5')];
    from = place(cx, cy);
    to = place(cx + r, cy);
    const across = place(cx, cy + r);
    // Ours are round; an oval one would be another picture.
    if (Math.abs(Math.hypot(to[0] - from[0], to[1] - from[1]) - Math.hypot(across[0] - from[0], across[1] - from[1])) > 0.5) throw new Beyond('oval runs of colour');
  }
  const stops = stopElements.map((stop, i) => {
    const style = styleOf(stop, rules);
    const colour = colourOf(style['stop-color'] ?? 'black', style, 'stop-opacity') ?? ([0, 0, 0, 0] as Colour);
    return { id: `s${i + 1}`, off: false, channels: { at: channelAt(fine(share(style['offset'] ?? stop.attributes['offset'], '0') * 100)), colour: channelAt([colour[0], colour[1], colour[2], fine(colour[3] * opacity)]) } };
  });
  return { off: false, kind: kind === 'linearGradient' ? 'linear' : 'radial', channels: channelsAt({ from, to }), stops: { order: stops.map((stop) => stop.id), by: Object.fromEntries(stops.map((stop) => [stop.id, stop])) } } as unknown as Fill;
}

function shiftedFill(fill: Fill, [x, y]: readonly [number, number]): Fill {
  if (fill.kind !== 'linear' && fill.kind !== 'radial') return fill;
  const at = (channel: unknown) => { const [a, b] = (channel as Channel).value as [number, number]; return channelAt([fine(a - x), fine(b - y)]); };
  return { ...fill, channels: { from: at(fill.channels.from), to: at(fill.channels.to) } } as unknown as Fill;
}

const toRgb = converter('rgb');

function colourOf(paint: string | undefined, style: Style, opacityField: string): Colour | null {
  if (paint === undefined || paint === 'none' || paint === 'transparent') return null;
  const said = paint === 'currentColor' ? (style['color'] ?? 'black') : paint;
  const found = toRgb(parseColour(said));
  if (!found) throw new Beyond(`the colour “${said.slice(0, 30)}”`);
  return [fine(found.r), fine(found.g), fine(found.b), fine((found.alpha ?? 1) * portion(style[opacityField]))];
}

function styleOf(element: XmlElement, rules: readonly { readonly selector: string; readonly style: Style }[]): Style {
  const classes = (element.attributes['class'] ?? '').split(/\s+/).map((one) => `.${one}`);
  const fits = (selector: string) => selector === local(element) || classes.includes(selector) || selector === `#${element.attributes['id']}`;
  const style: Style = { ...(element.attributes as Attributes) };
  for (const rule of rules) if (fits(rule.selector)) Object.assign(style, rule.style);
  Object.assign(style, declarations(element.attributes['style'] ?? ''));
  return style;
}

function declarations(text: string): Style {
  return Object.fromEntries(text.split(';').flatMap((one) => { const i = one.indexOf(':'); return i < 0 ? [] : [[one.slice(0, i).trim(), one.slice(i + 1).replace(/!important/, '').trim()]]; }));
}

function gather(element: XmlElement, byId: Map<string, XmlElement>, rules: { selector: string; style: Style }[]): void {
  const id = element.attributes['id'];
  if (id !== undefined) byId.set(id, element);
  if (local(element) === 'style') {
    const css = element.children.map((child) => (child instanceof XmlText ? child.text : '')).join('').replace(/\/\*[\s\S]*?\*\//g, '');
    for (const [, selectors, body] of css.matchAll(/([^{}]+)\{([^{}]*)\}/g)) for (const selector of selectors!.split(',')) rules.push({ selector: selector.trim(), style: declarations(body!) });
  }
  for (const child of element.children) if (child instanceof XmlElement) gather(child, byId, rules);
}

function local(element: XmlElement): string {
  return element.name.replace(/^svg:/, '');
}

/** Pixels of a length as CSS writes them; null for shares of something else. */
function length(text: string | undefined): number | null {
  const match = /^\s*([\d.]+(?:e[-+]?\d+)?)\s*(px|pt|mm|cm|in|)\s*$/i.exec(text ?? '');
  if (!match) return null;
  return parseFloat(match[1]!) * ({ px: 1, '': 1, pt: 4 / 3, mm: 96 / 25.4, cm: 96 / 2.54, in: 96 }[match[2]!.toLowerCase()] ?? 1);
}

function clampSize(value: number): number {
  return Math.min(8192, Math.max(1, Math.round(value)));
}

function portion(text: string | undefined): number {
  if (text === undefined) return 1;
  const value = text.endsWith('%') ? parseFloat(text) / 100 : parseFloat(text);
  return Number.isFinite(value) ? Math.min(1, Math.max(0, value)) : 1;
}

function dashOf(text: string | undefined, scale: number): number[] {
  if (text === undefined || text === 'none') return [];
  const list = text.split(/[\s,]+/).map(Number);
  return list.every((value) => Number.isFinite(value) && value >= 0) ? list.map((value) => fine(value * scale)) : [];
}

function word<T extends string>(text: string | undefined, known: readonly T[], start: T): T {
  return known.includes(text as T) ? (text as T) : start;
}

function boxOf(contours: readonly Contour[]): readonly [number, number, number, number] {
  const xs = contours.flatMap((contour) => contour.points.map((point) => point[0]));
  const ys = contours.flatMap((contour) => contour.points.map((point) => point[1]));
  return [Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)];
}

function middleOf(contour: Contour): readonly [number, number] {
  const [left, top, right, bottom] = boxOf([contour]);
  return [fine((left + right) / 2), fine((top + bottom) / 2)];
}

function fine(value: number): number {
  return Math.round(value * 1000) / 1000 + 0;
}
