/** Who waits for something to be pressed that a formula shall read: told the layers under a press on the picture, it says whether it took one. */
type Picker = { readonly wants: () => boolean; readonly take: (layers: readonly string[]) => boolean };

let waiting: Picker | null = null;

export function waitForPick(picker: Picker): () => void {
  waiting = picker;
  return () => { if (waiting === picker) waiting = null; };
}

/** Whether a press on the picture is meant for a formula. */
export function picksForFormula(): Picker | null {
  return waiting?.wants() ? waiting : null;
}
