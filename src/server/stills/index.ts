export { createStills, type Still, type Stills } from './stills';
