export { GET } from '../../../../server/endpoints/still';
