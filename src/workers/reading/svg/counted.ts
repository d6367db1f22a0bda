import { XmlElement } from '@rgrove/parse-xml';

/** A drawing that unfolds to more things than this is not looked at: neither by us nor by the browser, which would paint each of them. */
export const MOST_THINGS = 20_000;
/** Things that stand in one another, uses followed. */
export const DEEPEST = 64;

type Counted = { readonly many: number; readonly deep: number };
const ENDLESS: Counted = { many: Infinity, deep: Infinity };

/**
 * How many things a drawing comes to once every use is put in, and how deep they stand: worked out once for each element, so that what doubles thirty
 * times over is counted in thirty steps. Endless where something uses itself.
 */
export function countedUnfolded(root: XmlElement, byId: ReadonlyMap<string, XmlElement>): Counted {
  const known = new Map<XmlElement, Counted | 'counting'>();
  const count = (element: XmlElement, depth: number): Counted => {
    if (depth > 4 * DEEPEST) return ENDLESS;
    const found = known.get(element);
    if (found === 'counting') return ENDLESS;
    if (found) return found;
    known.set(element, 'counting');
    let [many, deep] = [1, 1];
    const add = (one: Counted) => [many, deep] = [many + one.many, Math.max(deep, one.deep + 1)];
    for (const child of element.children) if (child instanceof XmlElement) add(count(child, depth + 1));
    const target = element.name.endsWith('use') ? byId.get((element.attributes['href'] ?? element.attributes['xlink:href'] ?? '').slice(1)) : undefined;
    if (target) add(count(target, depth + 1));
    const counted = { many, deep };
    known.set(element, counted);
    return counted;
  };
  return count(root, 0);
}

/** Why a drawing is too much to be read, in a sentence; null where it is not. */
export function whyTooMuch(root: XmlElement, byId: ReadonlyMap<string, XmlElement>): string | null {
  const { many, deep } = countedUnfolded(root, byId);
  if (many > MOST_THINGS) return `This drawing comes to ${Number.isFinite(many) && many < 1e9 ? many.toLocaleString('en') : 'far more than a thousand million'} things once its repeats are put in; ${MOST_THINGS.toLocaleString('en')} are the most. Take repeats out of it, or save it as a picture.`;
  return deep > DEEPEST ? `Things stand in one another more than ${DEEPEST} deep in this drawing. Take groups apart in the program that it comes from.` : null;
}
