import { server } from '../api/client';

export const useDoor = () => server.useQuery('get', '/api/course/door', undefined, { staleTime: Infinity });

/** What a typed weight reads as, in the workshop's unit. */
export const useReadMass = (text: string) =>
  server.useQuery(
    'get',
    '/api/read-mass',
    { params: { query: { text } } },
    { enabled: text.trim() !== '', retry: false },
  );
