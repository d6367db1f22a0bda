import * as z from 'zod';

/** The version of the document that a page was made for. Pages of the first version do not say theirs. */
export const pageVersion = z.int().min(1).default(1);

/** 503 to a page that is older (or newer) than its server: it has to be reloaded before anything else is exchanged. A page keeps what it has not sent. */
export const reloadWanted = z.strictObject({ message: z.string(), reload: z.literal(true) });
