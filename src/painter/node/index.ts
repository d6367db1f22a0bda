export { createNodeHost, encodePng, paintToCanvas, type NodeImages } from './node-host';
export { loadNodeFaces } from './node-faces';
