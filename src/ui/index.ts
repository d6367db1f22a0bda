export { Acorn } from './acorn';
export { Button, IconButton } from './button';
export { Dialog } from './dialog';
export { Menu, type MenuEntry } from './menu';
export { TypedField, type Reading } from './typed-field';
