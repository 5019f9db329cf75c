import { server, type Schema } from '../api/client';

export const useRoutes = (code: string, aim: Schema['Aim'] | null) =>
  server.useQuery(
    'get',
    '/api/lots/{code}/routes',
    { params: { path: { code }, query: aim ? { aim } : {} } },
    { placeholderData: (old) => old },
  );

/** How much has to go in for so much at the end. */
export const useNeeded = (code: string, wanted: string, aim: Schema['Aim'], preparation: Schema['PreparedAs']) =>
  server.useQuery(
    'get',
    '/api/lots/{code}/needed',
    { params: { path: { code }, query: { wanted, aim, preparation } } },
    { enabled: wanted !== '', retry: false },
  );
