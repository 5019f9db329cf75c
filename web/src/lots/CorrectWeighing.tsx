import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { api, type Schema } from '../api/client';
import { refreshLog } from '../api/queries';
import { Choice } from '../ui/Choice';
import { ProblemNotice } from '../ui/Notices';
import { stateWord } from '../ui/words';
import { WeightField } from '../ui/WeightField';
import { useChange } from '../api/change';

/** Sets a weighing right. The figure that was logged stays readable beside the new one. */
export function CorrectWeighing({
  entryId,
  flow,
  close,
}: {
  entryId: string;
  flow: Schema['FlowView'];
  close: () => void;
}) {
  const [mass, setMass] = useState('');
  const [because, setBecause] = useState('');
  const [state, setState] = useState<Schema['WeighingState']>(flow.state ?? 'rested');
  const correcting = useChange(
    () =>
      api.POST('/api/entries/{id}/corrections', {
        params: { path: { id: entryId } },
        body: { flowId: flow.id, mass, because, state },
      }),
    async () => {
      await refreshLog();
      close();
    },
  );
  return (
    <Dialog open onClose={close} fullWidth maxWidth="sm">
      <DialogTitle>Set {flow.logged?.text} right</DialogTitle>
      <DialogContent sx={{ display: 'grid', gap: 2, pt: '8px !important' }}>
        <WeightField autoFocus label="It should be" value={mass} onChange={setMass} error={correcting.at('mass')} />
        <Choice
          label="Weighed"
          value={state}
          onChange={setState}
          words={stateWord}
          of={['rested', 'warm', 'damp', 'asSold', 'provisional']}
        />
        <TextField
          label="Because"
          value={because}
          onChange={(e) => setBecause(e.target.value)}
          helperText="The old figure stays readable, with this reason."
        />
        <ProblemNotice error={correcting.error} />
      </DialogContent>
      <DialogActions>
        <Button onClick={close}>Leave it</Button>
        <Button
          variant="contained"
          disabled={mass.trim() === '' || because.trim().length < 3}
          onClick={() => correcting.go()}
        >
          Set it right
        </Button>
      </DialogActions>
    </Dialog>
  );
}
