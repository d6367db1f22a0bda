/** Finds a value when it is first asked for, and keeps it. */
export function constantly<T>(find: () => T): () => T {
  let [asked, value]: [boolean, T | null] = [false, null];
  return () => {
    if (!asked) [asked, value] = [true, find()];
    return value as T;
  };
}
