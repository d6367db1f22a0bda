export { POST } from '../../../../server/endpoints/restore-project';
