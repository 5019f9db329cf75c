import { server, type Schema } from '../api/client';
import { Notice } from '../ui/Notices';

/** Before the first load, one sentence where something is known of a lot that speaks against this station. */
export function KnownHere({ step, code }: { step: Schema['StepKind']; code: string | undefined }) {
  const known = server.useQuery(
    'get',
    '/api/lots/{code}/at/{step}',
    { params: { path: { code: code ?? '', step } } },
    { enabled: code !== undefined },
  );
  return known.data?.sentence ? <Notice tone="watch">{known.data.sentence}</Notice> : null;
}
