import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { api, type Schema } from '../api/client';
import { refreshLog } from '../api/queries';
import { ProblemNotice } from '../ui/Notices';
import { stepDone } from '../ui/words';
import { onDay } from '../live/time';
import { useHanging } from './queries';
import { useChange } from '../api/change';
import { FormDialog } from '../ui/FormDialog';
import styles from './VoidEntry.module.css';

/** Voids an entry, after showing everything that hangs on it. */
export function VoidEntry({ entry, here, close }: { entry: Schema['EntryView']; here: string; close: () => void }) {
  const navigate = useNavigate();
  const [because, setBecause] = useState('');
  const hanging = useHanging(entry.id);
  const voiding = useChange(
    () => api.POST('/api/entries/{id}/void', { params: { path: { id: entry.id } }, body: { because } }),
    async () => {
      const source = entry.flows.find((f) => f.role === 'in')?.lotCode;
      const gone = hanging.data!.entries.some((e) => e.lots.includes(here) && e.step !== 'recount');
      if (gone) void navigate(source ? `/lots/${source}` : '/', { replace: true });
      await refreshLog();
      close();
    },
  );
  return (
    <FormDialog
      title={
        <>
          Void “{stepDone[entry.step]}” of {onDay(entry.doneAt)}
        </>
      }
      close={close}
      actions={
        <>
          <Button onClick={close}>Leave it</Button>
          <Button
            variant="contained"
            color="error"
            disabled={!hanging.data || because.trim().length < 3}
            onClick={() => voiding.go()}
          >
            Void {hanging.data && hanging.data.entries.length > 1 ? `all ${hanging.data.entries.length}` : 'it'}
          </Button>
        </>
      }
    >
      <ProblemNotice error={hanging.error ?? voiding.error} />
      {hanging.data && (
        <>
          <p>{hanging.data.sentence}</p>
          {hanging.data.entries.length > 1 && (
            <ul className={styles.list} tabIndex={0}>
              {hanging.data.entries.map((e) => (
                <li key={e.entryId}>
                  {onDay(e.doneAt)}, {stepDone[e.step]} {e.lots.join(', ')} ({e.who})
                </li>
              ))}
            </ul>
          )}
          <TextField
            label="Because"
            value={because}
            onChange={(e) => setBecause(e.target.value)}
            helperText="Nothing is deleted: it stays readable with this reason, and it can be taken back."
            autoFocus
          />
        </>
      )}
    </FormDialog>
  );
}
