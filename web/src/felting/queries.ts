import { server } from '../api/client';

/** The balls of the workshop's tests, the newest first. */
export const useBalls = () => server.useQuery('get', '/api/felting/balls');
