import type { ArgumentSchemas } from '../document/arguments';
import type { StretchTo } from './stretch';

/** Which end of a bar, and how far: one of these says it. */
export function stretchArguments({ z, frame }: ArgumentSchemas) {
  return {
    end: z.enum(['start', 'end']), by: frame.optional(),
    factor: z.number().positive().optional().describe('1.5: half as long again'), length: z.number().positive().optional(), at: frame.optional(), beat: z.literal(true).optional(),
  };
}

/** What is said of how far; null unless it is one thing. */
export function howStretched({ by, factor, length, at, beat }: { readonly by?: number | undefined; readonly factor?: number | undefined; readonly length?: number | undefined; readonly at?: number | undefined; readonly beat?: true | undefined }): StretchTo | null {
  const said: readonly StretchTo[] = [...(by === undefined ? [] : [{ by }]), ...(factor === undefined ? [] : [{ factor }]), ...(length === undefined ? [] : [{ length }]), ...(at === undefined ? [] : [{ at }]), ...(beat ? [{ beat }] : [])];
  return said.length === 1 ? said[0]! : null;
}
