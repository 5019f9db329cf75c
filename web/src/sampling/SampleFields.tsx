import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import TextField from '@mui/material/TextField';
import type { Problem, Schema } from '../api/client';
import { SelectField } from '../ui/SelectField';
import { drawWord, holdingWord } from '../ui/words';
import { NumberField } from '../ui/NumberField';
import { WrapsField } from '../ui/WrapsField';
import { JudgeFields } from './Judged';
import { noSwatch, type SwatchForm } from './swatch';
import { SwatchFields } from './SwatchFields';
import { UnitField } from '../ui/UnitField';
import { UsesField } from './UsesField';
import { useUnits } from '../api/units';
import { WeightField } from '../ui/WeightField';
import styles from './SampleFields.module.css';

/** A sample as it is typed. */
export interface SampleForm {
  draw: Schema['Draw'] | '';
  holding: Schema['Holding'] | '';
  wpi: string;
  plies: string;
  angle: string;
  spun: string;
  minutes: string;
  joins: string;
  lumps: string;
  places: string;
  judged: readonly Schema['ScaleMark'][];
  verdict: string;
  uses: readonly string[];
  swatch: SwatchForm;
  /** What was spun for it is not in the lot any more. */
  take?: boolean;
}

interface SampleFieldsProps {
  form: SampleForm;
  /** The ways in which such a preparation is held. */
  holdings: readonly Schema['Holding'][];
  change: (part: Partial<SampleForm>) => void;
  error: Problem | null;
  autoFocus?: boolean;
  /** The lot that what was spun can be taken from. */
  from?: string;
}

/** What is noted of a sample: the verdict first, then what can be measured and what it is good for. */
export function SampleFields({ form, holdings, change, error, autoFocus, from }: SampleFieldsProps) {
  const field = (name: string, label: string, value: string, set: (text: string) => void, hint: string) => (
    <NumberField label={label} value={value} onChange={(text) => set(text)} error={error?.at(name)} help={hint} />
  );
  const units = useUnits();
  const counted = (name: 'joins' | 'lumps', sent: string, label: string, help: string) => (
    <UnitField
      label={label}
      unit={`in ${units.yarnPiece}`}
      value={form[name]}
      onChange={(text) => change({ [name]: text })}
      error={error?.at(sent)}
      help={help}
    />
  );
  return (
    <>
      <TextField
        autoFocus={autoFocus}
        label="Verdict, in your words"
        multiline
        minRows={2}
        value={form.verdict}
        onChange={(e) => change({ verdict: e.target.value })}
        error={!!error?.at('verdict')}
        helperText={error?.at('verdict') ?? 'how it drafted, how it feels, whether you would do it again'}
      />
      <div className={styles.columns}>
        <SelectField
          label="Draw"
          value={form.draw}
          onChange={(draw) => change({ draw })}
          words={{ '': 'not noted', ...drawWord }}
        />
        {holdings.length > 1 && (
          <SelectField
            label="Held"
            value={form.holding ?? ''}
            onChange={(holding) => change({ holding })}
            words={{ '': 'not noted', ...Object.fromEntries(holdings.map((h) => [h, holdingWord[h]])) }}
          />
        )}
        {field('wrapsPerInch', 'Wraps per inch', form.wpi, (wpi) => change({ wpi }), 'of the finished yarn')}
        {field('plies', 'Plies', form.plies, (plies) => change({ plies }), '1 for singles')}
        {field(
          'twistAngleDegrees',
          'Twist angle, degrees',
          form.angle,
          (angle) => change({ angle }),
          'of the plies to the axis',
        )}
      </div>
      <div className={styles.sampleFieldsColumns}>
        <WeightField
          label="Yarn spun"
          value={form.spun}
          onChange={(spun) => change({ spun })}
          error={error?.at('spunMass')}
          placeholder="what it weighs"
        />
        {field(
          'spinningMinutes',
          'Minutes of spinning',
          form.minutes,
          (minutes) => change({ minutes }),
          'joins included',
        )}
        {counted('joins', 'joinsPer10Metres', 'Joins', 'of the singles')}
        {counted('lumps', 'lumpsPer10Metres', 'Lumps', 'neps and slubs counted')}
      </div>
      {from && form.spun.trim() !== '' && (
        <FormControlLabel
          control={<Checkbox checked={form.take ?? true} onChange={(e) => change({ take: e.target.checked })} />}
          label={`It comes out of ${from}`}
        />
      )}
      <WrapsField
        label="At several places, wraps"
        value={form.places ?? ''}
        onChange={(places) => change({ places })}
        error={error?.at('wrapsPlaces')}
        help="14 15 13 14: tells how even the yarn is"
        width={280}
      />
      <JudgeFields marks={form.judged ?? []} change={(judged) => change({ judged })} />
      <SwatchFields
        swatch={form.swatch ?? noSwatch}
        change={(part) => change({ swatch: { ...(form.swatch ?? noSwatch), ...part } })}
        at={(name) => error?.at(`swatch.${name}`)}
      />
      <UsesField uses={form.uses} onChange={(uses) => change({ uses })} against={error?.at('uses')} />
    </>
  );
}
