export { GET } from '../../../../server/endpoints/missing-media';
