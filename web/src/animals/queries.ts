import { server } from '../api/client';

export const useAnimals = (after?: string) =>
  server.useQuery('get', '/api/animals', { params: { query: { after } } }, { placeholderData: (old) => old });

export const useAnimal = (id: string) => server.useQuery('get', '/api/animals/{id}', { params: { path: { id } } });
