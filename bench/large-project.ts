import { VERSION, type ProjectFileInput } from '../src/core/model';
import { seeded } from './seeded';

/** A project of 1,000 layers with 40 keys each, made up by a fixed seed. */
export function largeProject(layers = 1000, keys = 40): ProjectFileInput {
  const random = seeded(7);
  const spread = (most: number) => Math.round(random() * most);
  return {
    format: 'oak-tumble/project', version: VERSION, name: 'A thousand leaves',
    compositions: [{
      id: 'main', name: 'Leaves', width: 1280, height: 720, duration: 1200, background: '#14170f',
      layers: Array.from({ length: layers }, (_, i) => ({
        id: `leaf${i}`, name: `Leaf ${i + 1}`, kind: 'shape' as const, shape: 'ellipse' as const,
        channels: {
          width: { value: 8 + spread(20) }, height: { value: 8 + spread(20) }, y: { value: spread(720) },
          x: { keys: Array.from({ length: keys / 2 }, (_, k) => ({ at: k * 55 + spread(20), value: spread(1280), right: 'smooth' as const, left: 'smooth' as const })) },
          rotation: { keys: Array.from({ length: keys / 2 }, (_, k) => ({ at: k * 55 + spread(20), value: spread(360) })) },
        },
      })),
    }],
  };
}
