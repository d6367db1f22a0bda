export { sweep, type Swept } from './sweep';
