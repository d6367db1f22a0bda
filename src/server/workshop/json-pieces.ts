/** Things that one piece holds, about. */
const MANY = 4000;

/** A value as JSON in pieces that are each made in a few milliseconds; together they are what `JSON.stringify` makes. */
export function* jsonPieces(value: unknown): Generator<string> {
  let text = '';
  function* walk(one: unknown): Generator<string> {
    if (one === null || typeof one !== 'object' || !holdsMany(one)) {
      // As everywhere in JSON: in a list, what is not there is nothing.
      text += JSON.stringify(one) ?? 'null';
      if (text.length > 100_000) {
        yield text;
        text = '';
      }
      return;
    }
    let first = true;
    if (Array.isArray(one)) {
      text += '[';
      for (const inner of one) {
        if (!first) text += ',';
        first = false;
        yield* walk(inner);
      }
      text += ']';
      return;
    }
    text += '{';
    for (const [key, inner] of Object.entries(one)) {
      if (inner === undefined) continue;
      text += `${first ? '' : ','}${JSON.stringify(key)}:`;
      first = false;
      yield* walk(inner);
    }
    text += '}';
  }
  yield* walk(value);
  if (text !== '') yield text;
}

/** Whether some thousand things or more lie in a value; counting ends there. */
export function holdsMany(value: object): boolean {
  let left = MANY;
  const count = (one: unknown): void => {
    if (one === null || typeof one !== 'object' || left < 0) return;
    for (const inner of Object.values(one)) {
      if (--left < 0) return;
      count(inner);
    }
  };
  count(value);
  return left < 0;
}
