export { createBrowserHost, surfaceOf } from './browser-host';
export { loadBrowserFaces } from './browser-faces';
