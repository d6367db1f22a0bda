export { createBrowserHost, createReadyHost, surfaceOf } from './browser-host';
export { loadBrowserFaces } from './browser-faces';
