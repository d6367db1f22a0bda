/** Why an edit was refused, in words. */
export type Refused = { readonly refused: string };
