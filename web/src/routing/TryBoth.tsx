import Button from '@mui/material/Button';
import { useState } from 'react';
import { Link as RouterLink, useNavigate } from 'react-router';
import { useSend } from '../api/change';
import { api, type Schema } from '../api/client';
import { newKey } from '../api/keep';
import { refreshLog } from '../api/queries';
import { Row } from '../ui/layouts';
import { ProblemNotice } from '../ui/Notices';
import { preparedAsWord } from '../ui/words';

/** Not sure which of the first two: five grams of each are divided off, on their ways, in one tap. */
export function TryBoth({ page }: { page: Schema['RoutesPage'] }) {
  const navigate = useNavigate();
  const [key, setKey] = useState(newKey);
  const [first, second] = page.routes.slice(0, 2).map((r) => r.preparation) as [
    Schema['PreparedAs'],
    Schema['PreparedAs'],
  ];
  const trying = useSend(
    async (body: Schema['TrialRequest'], key: string) =>
      (
        await api.POST('/api/comparing/{code}/trial', {
          params: { path: { code: page.code }, header: { 'Idempotency-Key': key } },
          body,
        })
      ).data!,
    () => {
      setKey(newKey());
      void refreshLog();
      void navigate(`/lots/${page.code}/compare`);
    },
  );
  return (
    <>
      <Row align="center" gap={1.5}>
        <p>Not sure?</p>
        <Button
          variant="outlined"
          disabled={trying.busy}
          onClick={() => trying.go({ aim: page.aim, preparations: [first, second], each: null }, key)}
        >
          Try both, 5 g each: {preparedAsWord[first].toLowerCase()} and {preparedAsWord[second].toLowerCase()}
        </Button>
        <RouterLink to={`/lots/${page.code}/compare`}>Compare what was made of it</RouterLink>
      </Row>
      <ProblemNotice error={trying.error} />
    </>
  );
}
