/** What people look for and Oak Tumble does not have: said to be so, with what there is instead. */
const ABSENT: readonly (readonly [words: RegExp, says: string])[] = [
  [/^(sound|audio|music|voice|volume|mute|wav|mp3)/, 'There is no sound yet: tempo and beats of the composition are typed.'],
  [/^(3d|camera|depth|perspective|extrude)/, 'There is no third dimension here: layers stand in one plane.'],
  [/^(particle|smoke|fire|snow|physics|gravity|collision)/, 'Nothing is simulated here; copies with a step, noise and spring in formulas come near.'],
  [/^(video|footage|mp4|mov$|gif)/, 'Moving pictures cannot be brought in yet: numbered pictures can, all at once.'],
  [/^(track|tracking|stabili|green|chroma|rotoscope)/, 'Nothing is followed or cut out of pictures here.'],
  [/^(plugin|script|extension|macro)/, 'There are no programs of others here; formulas drive values, and steps of the command line do edits again.'],
];

/** A sentence where what is looked for is not there at all; null otherwise. */
export function absence(typed: string): string | null {
  const words = typed.trim().toLowerCase();
  return ABSENT.find(([pattern]) => pattern.test(words))?.[1] ?? null;
}
