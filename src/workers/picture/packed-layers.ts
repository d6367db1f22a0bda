import type { Bounds, Matrix } from '../../core/display';
import type { ShownLayer } from '../../core/evaluate';

/** Where the layers of a frame are, as they travel: ten numbers each; their ids only when those are others than before. */
export type PackedLayers = { readonly ids: readonly string[] | null; readonly numbers: Float64Array };

const EACH = 10;

/** Packs what a frame shows, one after another: it remembers which ids were told. */
export function createPacker(): { readonly pack: (layers: readonly ShownLayer[]) => PackedLayers } {
  let told: readonly string[] | null = null;
  return {
    pack(layers) {
      const numbers = new Float64Array(layers.length * EACH);
      layers.forEach(({ matrix, bounds }, i) => {
        numbers.set(matrix, i * EACH);
        // A box that is not there has no left side.
        if (bounds) numbers.set(bounds, i * EACH + 6);
        else numbers[i * EACH + 6] = NaN;
      });
      const known = told;
      if (known?.length === layers.length && layers.every(({ id }, i) => id === known[i])) return { ids: null, numbers };
      told = layers.map(({ id }) => id);
      return { ids: told, numbers };
    },
  };
}

/** The page's side: what came packed, with the ids that were told last. */
export function createUnpacker(): (packed: PackedLayers) => readonly ShownLayer[] {
  let ids: readonly string[] = [];
  return ({ ids: told, numbers }) => {
    ids = told ?? ids;
    return ids.map((id, i) => {
      const part = numbers.subarray(i * EACH, (i + 1) * EACH);
      return { id, matrix: [...part.subarray(0, 6)] as unknown as Matrix, bounds: Number.isNaN(part[6]) ? null : ([...part.subarray(6)] as unknown as Bounds) };
    });
  };
}
