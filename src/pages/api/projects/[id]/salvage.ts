export { POST } from '../../../../server/endpoints/salvage-project';
