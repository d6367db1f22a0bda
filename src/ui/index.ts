export { Acorn } from './acorn';
export { Button, IconButton } from './button';
export { Dialog } from './dialog';
export { InPlace } from './in-place';
export { Menu, type MenuEntry } from './menu';
export { TypedField, type Reading } from './typed-field';
export { Choice } from './choice';
export { Select } from './select';
export { Split } from './split';
