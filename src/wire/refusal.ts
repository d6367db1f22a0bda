import * as z from 'zod';

/** Every refusal of an endpoint: a sentence for a person. */
export const refusal = z.strictObject({ message: z.string() });
