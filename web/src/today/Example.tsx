import Button from '@mui/material/Button';
import { Link as RouterLink } from 'react-router';
import { api } from '../api/client';
import { useChange } from '../api/change';
import { refreshLog, useSession } from '../api/queries';
import { Row } from '../ui/layouts';
import { ProblemNotice } from '../ui/Notices';

/** While the example fleece is there: which it is, and the tap that takes it out. */
export function Example({ code }: { code: string }) {
  const session = useSession();
  const taking = useChange(() => api.DELETE('/api/workshop/example'), refreshLog);
  return (
    <div>
      <Row align="center" gap={1.5}>
        <p>
          <RouterLink to={`/lots/${code}`}>{code}</RouterLink> is the example fleece: weigh, wash and card it as you
          like.
        </p>
        {session.data?.workshop?.role !== 'looker' && (
          <Button size="small" variant="outlined" disabled={taking.busy} onClick={() => taking.go()}>
            Take the example out
          </Button>
        )}
      </Row>
      <ProblemNotice error={taking.error} />
    </div>
  );
}
