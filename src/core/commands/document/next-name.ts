/** A name that is not taken yet: the one that is wanted, else with the next number behind it ("Lamp 2", after "Lamp 2" "Lamp 3"). */
export function nextName(wanted: string, taken: ReadonlySet<string>): string {
  if (!taken.has(wanted)) return wanted;
  const bare = wanted.replace(/ \d+$/, '');
  for (let n = 2; ; n++) if (!taken.has(`${bare} ${n}`)) return `${bare} ${n}`;
}

/** Gives one name after another, each taken as soon as it is given; of many alike it goes on counting where it was. */
export function namesBeside(taken: Iterable<string>): (wanted: string) => string {
  const known = new Set(taken);
  const counted = new Map<string, number>();
  return (wanted) => {
    const bare = wanted.replace(/ \d+$/, '');
    let [name, n] = [wanted, counted.get(bare) ?? 2];
    while (known.has(name)) name = `${bare} ${n++}`;
    counted.set(bare, n);
    known.add(name);
    return name;
  };
}

/** Names for several things at once, each taken as soon as it is given. */
export function nextNames(wanted: readonly string[], taken: Iterable<string>): readonly string[] {
  return wanted.map(namesBeside(taken));
}

/** The longest name that words give to their layer. */
const LONGEST = 40;

/** What a text layer is called by its words: their first line. Null where there are none. */
export function nameFromWords(words: unknown): string | null {
  const line = typeof words === 'string' ? words.split('\n').map((one) => one.trim()).find((one) => one !== '') : undefined;
  if (line === undefined) return null;
  return line.length <= LONGEST ? line : `${line.slice(0, LONGEST - 2).trimEnd()} …`;
}

/** Whether a text layer still has the name that came with it or that its words gave it: one that a person gave stays. */
export function isNamedByWords(name: string, words: unknown): boolean {
  return name.replace(/ \d+$/, '') === (nameFromWords(words) ?? 'Text').replace(/ \d+$/, '') || (nameFromWords(words) === null && /^Text( \d+)?$/.test(name));
}
