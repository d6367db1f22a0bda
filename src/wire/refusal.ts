import * as z from 'zod';

/** Every refusal of an endpoint: a sentence for a person; `savable` where something can be made of what cannot be opened. */
export const refusal = z.strictObject({ message: z.string(), savable: z.literal(true).optional() });
