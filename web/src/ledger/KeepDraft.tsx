import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { api, need, type Schema } from '../api/client';
import { useChange } from '../api/change';
import { FormDialog } from '../ui/FormDialog';
import { ProblemNotice } from '../ui/Notices';

interface Props {
  draftId: string;
  close: () => void;
  done: (answer: Schema['EntryAnswer']) => void;
}

/** Asks why an impossible entry is kept; the reason stands beside it for ever. */
export function KeepDraft({ draftId, close, done }: Props) {
  const [because, setBecause] = useState('');
  const confirming = useChange(
    () => need(api.POST('/api/drafts/{id}/confirm', { params: { path: { id: draftId } }, body: { because } })),
    (answer) => {
      close();
      done(answer);
    },
  );
  return (
    <FormDialog
      title="Keep it as it is, because"
      close={close}
      actions={
        <>
          <Button onClick={close}>Not yet</Button>
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
  );
}
