import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { api, need, type Schema } from '../api/client';
import { useChange } from '../api/change';
import { refreshLog } from '../api/queries';
import { asField, sentTime } from '../api/zone';
import { FormDialog } from '../ui/FormDialog';
import { Notice, ProblemNotice } from '../ui/Notices';
import { TimeField } from '../ui/TimeField';
import { useFields } from '../ui/useFields';
import { stepDone } from '../ui/words';
import layout from '../ui/layout.module.css';

/** Sets right when something was done. What follows from it moves along where that is said. */
export function SetTime({ entry, close }: { entry: Schema['EntryView']; close: () => void }) {
  const setting = useChange(
    ({ doneAt, because, along }: { doneAt: string; because: string; along: boolean }) =>
      need(
        api.POST('/api/entries/{id}/time', {
          params: { path: { id: entry.id } },
          body: { doneAt: sentTime(doneAt)!, because: because.trim() || null, along },
        }),
      ),
    async () => {
      await refreshLog();
      close();
    },
  );
  const { values, set, text } = useFields({ doneAt: asField(entry.doneAt), because: '' }, setting);
  const order = setting.error?.refusals.find((r) => r.code === 'out-of-order');
  const go = (along: boolean) => setting.go({ ...values, along });
  return (
    <FormDialog
      title={<>When it was {stepDone[entry.step]}</>}
      close={close}
      actions={
        <>
          <Button onClick={close}>Leave it</Button>
          <Button variant="contained" disabled={setting.busy || values.doneAt === ''} onClick={() => go(false)}>
            Set it right
          </Button>
        </>
      }
    >
      <TimeField
        label="It was"
        kind="datetime-local"
        value={values.doneAt}
        onChange={(doneAt) => set({ doneAt })}
        error={order ? null : setting.at('doneAt')}
      />
      <TextField label="Because" {...text('because', 'What was noted before stays readable.')} />
      {order && (
        <Notice tone="watch">
          {order.reason}
          <div className={layout.above8}>
            <Button variant="outlined" disabled={setting.busy} onClick={() => go(true)}>
              Move that along
            </Button>
          </div>
        </Notice>
      )}
      <ProblemNotice error={order ? null : setting.besides('doneAt', 'because')} />
    </FormDialog>
  );
}
