export { POST } from '../../server/endpoints/import-project';
