import { sendFile, server, type Schema } from '../api/client';
import { invalidate } from '../api/queries';
import { shrunk } from './shrink';

/** Photographs of one thing; of a lot also those of its entries, runs and samples. */
export const usePhotographs = (of: Schema['PhotographOf'], id: string) =>
  server.useQuery('get', '/api/photographs', { params: { query: { of, id } } });

export const againPhotographs = () => invalidate(['/api/comparing/{code}/rehearsed'], ['/api/photographs']);

/** The main colours of a photograph, with the own lots that stand for them at a station. */
export const useColours = (id: string, step: Schema['StepKind'], enabled: boolean) =>
  server.useQuery(
    'get',
    '/api/photographs/{id}/colours',
    { params: { path: { id }, query: { step } } },
    { enabled, staleTime: Infinity },
  );

const binary = 'application/octet-stream';

export const addPhotograph = async (of: Schema['PhotographOf'], id: string, file: File, key: string) =>
  sendFile<Schema['PhotographView']>(`/api/photographs?of=${of}&id=${id}`, await shrunk(file), binary, key);

/** The main colours of a picture that is kept nowhere. */
export const coloursOf = async (file: File, step: Schema['StepKind']) =>
  sendFile<Schema['PictureColours']>(`/api/photographs/colours?step=${step}`, await shrunk(file), binary);
