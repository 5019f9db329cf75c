import Button from '@mui/material/Button';
import { api, type Schema } from '../api/client';
import { refreshLog } from '../api/queries';
import { number } from '../ui/figures';
import { countedOver } from '../ui/withUnit';
import { ProblemNotice } from '../ui/Notices';
import { TwiceButton } from '../ui/TwiceButton';
import { SampleFields, type SampleForm } from './SampleFields';
import { sentSwatch, typedSwatch } from './swatch';
import { useChange } from '../api/change';
import { useFields } from '../ui/useFields';
import { FormDialog } from '../ui/FormDialog';
import { useUnits } from '../api/units';

/** A sample noted otherwise, or taken off the wall; what it was before stays readable on its card. */
export function EditSample({
  sample,
  close,
  gone,
}: {
  sample: Schema['SampleView'];
  close: () => void;
  gone: () => void;
}) {
  const units = useUnits();
  const change = useChange(
    ({ work }: { work: () => Promise<unknown>; then: () => void }) => work(),
    async (_, { then }) => {
      await refreshLog();
      then();
    },
  );
  const does = (work: () => Promise<unknown>, then: () => void) => change.go({ work, then });
  const { values: form, set } = useFields<SampleForm>(
    {
      draw: sample.draw ?? '',
      holding: sample.holding ?? '',
      wpi: sample.wrapsPerInch?.toString() ?? '',
      plies: sample.plies?.toString() ?? '',
      angle: sample.twistAngleDegrees?.toString() ?? '',
      spun: sample.spunMass?.text ?? '',
      minutes: sample.spinningMinutes?.toString() ?? '',
      joins: sample.joins ?? '',
      lumps: sample.lumps ?? '',
      places: sample.wrapsPlaces ?? '',
      judged: sample.judged,
      verdict: sample.verdict,
      uses: sample.uses,
      swatch: typedSwatch(sample.swatch?.noted),
    },
    change,
  );
  const params = { path: { id: sample.id } };
  const save = () =>
    does(
      () =>
        api.PUT('/api/samples/{id}/card', {
          params,
          body: {
            version: sample.version,
            draw: form.draw || null,
            holding: form.holding || null,
            wrapsPerInch: number(form.wpi),
            plies: number(form.plies),
            twistAngleDegrees: number(form.angle),
            spunMass: form.spun.trim() || null,
            spinningMinutes: number(form.minutes),
            joinsPer10Metres: countedOver(form.joins, units.yarnPiece),
            lumpsPer10Metres: countedOver(form.lumps, units.yarnPiece),
            wrapsPlaces: form.places.trim() || null,
            judged: [...form.judged],
            verdict: form.verdict,
            uses: [...form.uses],
            swatch: sentSwatch(form.swatch, units),
          },
        }),
      close,
    );
  return (
    <FormDialog
      wide
      title={<>What is noted of {sample.code}</>}
      close={close}
      actions={
        <>
          <TwiceButton
            label="Take it off the wall"
            sure="Yes, it was kept by mistake"
            onSure={() => does(() => api.DELETE('/api/samples/{id}/card', { params }), gone)}
          />
          <Button onClick={close}>Leave it</Button>
          <Button variant="contained" onClick={() => save()}>
            Note it
          </Button>
        </>
      }
    >
      <SampleFields form={form} holdings={sample.holdings} change={set} error={change.error} />
      <ProblemNotice
        error={change.besides(
          'verdict',
          'wrapsPerInch',
          'plies',
          'twistAngleDegrees',
          'uses',
          'spunMass',
          'spinningMinutes',
          'joinsPer10Metres',
          'lumpsPer10Metres',
          'wrapsPlaces',
          'swatch.stitches',
          'swatch.rows',
          'swatch.stitchesAfter',
          'swatch.rowsAfter',
          'swatch.toolMillimetres',
          'swatch.relaxedMillimetres',
          'swatch.stretchedMillimetres',
          'swatch.afterMinuteMillimetres',
          'swatch.change',
        )}
      />
    </FormDialog>
  );
}
