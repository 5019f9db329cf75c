import { server, type Schema } from '../api/client';

export const useDehairing = (code: string, use: Schema['DownUse']) =>
  server.useQuery(
    'get',
    '/api/dehairing/{code}',
    { params: { path: { code }, query: { use } } },
    { enabled: code !== '', placeholderData: (old) => old },
  );
