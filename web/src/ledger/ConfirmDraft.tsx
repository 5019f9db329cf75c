import Button from '@mui/material/Button';
import { useState } from 'react';
import type { Schema } from '../api/client';
import { whenShown } from '../ui/whenShown';

const KeepDraft = whenShown(async () => (await import('./KeepDraft')).KeepDraft);

/** Keeps an impossible entry all the same, with the reason beside it for ever. */
export function ConfirmDraft({ draftId, done }: { draftId: string; done: (answer: Schema['EntryAnswer']) => void }) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button size="small" variant="outlined" onClick={() => setOpen(true)}>
        Keep it anyway
      </Button>
      {open && <KeepDraft draftId={draftId} close={() => setOpen(false)} done={done} />}
    </>
  );
}
