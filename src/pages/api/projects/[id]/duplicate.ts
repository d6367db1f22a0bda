export { POST } from '../../../../server/endpoints/duplicate-project';
