import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { api, need, type Schema } from '../api/client';
import { ProblemNotice } from '../ui/Notices';
import { useChange } from '../api/change';
import { FormDialog } from '../ui/FormDialog';

/** Keeps an impossible entry all the same, with the reason beside it for ever. */
export function ConfirmDraft({ draftId, done }: { draftId: string; done: (answer: Schema['EntryAnswer']) => void }) {
  const [open, setOpen] = useState(false);
  const [because, setBecause] = useState('');
  const confirming = useChange(
    () => need(api.POST('/api/drafts/{id}/confirm', { params: { path: { id: draftId } }, body: { because } })),
    (answer) => {
      setOpen(false);
      done(answer);
    },
  );
  return (
    <>
      <Button size="small" variant="outlined" onClick={() => setOpen(true)}>
        Keep it anyway
      </Button>
      <FormDialog
        open={open}
        title="Keep it as it is, because"
        close={() => setOpen(false)}
        actions={
          <>
            <Button onClick={() => setOpen(false)}>Not yet</Button>
            <Button variant="contained" disabled={because.trim().length < 3} onClick={() => confirming.go()}>
              Keep the entry
            </Button>
          </>
        }
      >
        <TextField
          autoFocus
          label="Reason"
          value={because}
          onChange={(e) => setBecause(e.target.value)}
          helperText="It stays with the entry."
          multiline
        />
        <ProblemNotice error={confirming.error} />
      </FormDialog>
    </>
  );
}
