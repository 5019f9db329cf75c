import { server } from '../api/client';
import { invalidate } from '../api/queries';

/** The balls of the workshop's tests, the newest first. */
export const useBalls = () => server.useQuery('get', '/api/felting/balls');

export const againBalls = () => invalidate(['/api/felting/balls']);
