import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { api, type Schema } from '../api/client';
import { refreshLog } from '../api/queries';
import { SelectField } from '../ui/SelectField';
import { ProblemNotice } from '../ui/Notices';
import { stateWord } from '../ui/words';
import { WeightField } from '../ui/WeightField';
import { useChange } from '../api/change';
import { useFields } from '../ui/useFields';
import { FormDialog } from '../ui/FormDialog';

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
  const correcting = useChange(
    (form: { mass: string; because: string; state: Schema['WeighingState'] }) =>
      api.POST('/api/entries/{id}/corrections', {
        params: { path: { id: entryId } },
        body: { flowId: flow.id, ...form },
      }),
    async () => {
      await refreshLog();
      close();
    },
  );
  const { values, field, text } = useFields(
    { mass: '', because: '', state: flow.state ?? ('rested' as Schema['WeighingState']) },
    correcting,
  );
  return (
    <FormDialog
      title={<>Set {flow.logged?.text} right</>}
      close={close}
      actions={
        <>
          <Button onClick={close}>Leave it</Button>
          <Button
            variant="contained"
            disabled={values.mass.trim() === '' || values.because.trim().length < 3}
            onClick={() => correcting.go(values)}
          >
            Set it right
          </Button>
        </>
      }
    >
      <WeightField autoFocus label="It should be" {...field('mass')} />
      <SelectField
        label="Weighed"
        value={values.state}
        onChange={field('state').onChange}
        words={stateWord}
        of={['rested', 'warm', 'damp', 'asSold', 'provisional']}
      />
      <TextField label="Because" {...text('because', 'The old figure stays readable, with this reason.')} />
      <ProblemNotice error={correcting.besides('mass', 'because')} />
    </FormDialog>
  );
}
