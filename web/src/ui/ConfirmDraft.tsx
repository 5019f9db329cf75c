import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { api, need, type Schema } from '../api/client';
import { ProblemNotice } from './Notices';
import { useChange } from '../api/change';

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
      <Dialog open={open} onClose={() => setOpen(false)} fullWidth maxWidth="sm">
        <DialogTitle>Keep it as it is, because</DialogTitle>
        <DialogContent sx={{ display: 'grid', gap: 2, pt: '8px !important' }}>
          <TextField
            autoFocus
            label="Reason"
            value={because}
            onChange={(e) => setBecause(e.target.value)}
            helperText="It stays with the entry."
            multiline
          />
          <ProblemNotice error={confirming.error} />
        </DialogContent>
        <DialogActions>
          <Button onClick={() => setOpen(false)}>Not yet</Button>
          <Button variant="contained" disabled={because.trim().length < 3} onClick={() => confirming.go()}>
            Keep the entry
          </Button>
        </DialogActions>
      </Dialog>
    </>
  );
}
