import { defineRecipe, isNumber, reachOf } from './recipe';

export const comeToRest = defineRecipe({
  id: 'rest', title: 'Come to rest', about: 'Swings out after the layer begins, and comes to rest on what is keyed.', fits: isNumber,
  dials: (spec) => [{ name: 'Rest from', unit: '', value: reachOf(spec) * 3, range: [-reachOf(spec) * 10, reachOf(spec) * 10] }, { name: 'Rest swings', unit: '', value: 1.5, range: [0.2, 8] }, { name: 'Rest damping', unit: '', value: 0.25, range: [0.02, 1] }],
  formula: ([from, swings, damping]) => `keyed + ${from} * (1 - spring(t, ${swings}, ${damping}))`,
});
