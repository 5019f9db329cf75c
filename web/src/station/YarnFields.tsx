import TextField from '@mui/material/TextField';
import type { Refusal, Schema } from '../api/client';
import { useSpinners } from '../api/queries';
import { SelectField } from '../ui/SelectField';
import { Column } from '../ui/layouts';
import { NumberField } from '../ui/NumberField';
import { UnlikelyAnswers } from '../ui/UnlikelyAnswers';
import { WrapsField } from '../ui/WrapsField';
import { finishedByWord, hangsWord, twistWord } from '../ui/words';
import type { TypedYarn } from './stationState';
import { useUnits } from '../api/units';
import typography from '../ui/typography.module.css';
import styles from './YarnFields.module.css';

const notNoted = { '': 'not noted' };

/** What was measured of a heap of yarn. All of it may be left out and told later on the lot's page. */
export function YarnFields({
  title,
  form,
  yarn,
  change,
  at,
  question,
}: {
  title: string;
  form: Schema['LotForm'];
  yarn: TypedYarn;
  change: (part: Partial<TypedYarn>) => void;
  at: (field: string) => string | undefined;
  /** What is asked about, of wraps or length. */
  question?: Refusal | undefined;
}) {
  const units = useUnits();
  const winders = (useSpinners().data ?? []).filter((s) => s.kind === 'winder');
  return (
    <Column gap={1.5} role="group" aria-label={title}>
      <h2 className={typography.subheading}>{title}</h2>
      <div className={styles.columns}>
        <WrapsField
          label="Wraps an inch"
          value={yarn.wraps}
          onChange={(wraps) => change({ wraps, asTyped: false })}
          error={at('wraps')}
          width={200}
        />
        <TextField
          slotProps={{ htmlInput: { maxLength: 40, autoComplete: 'off' } }}
          label={`Length, ${units.yarn}`}
          value={yarn.length}
          onChange={(e) => change({ length: e.target.value, asTyped: false })}
          error={!!at('length')}
          helperText={at('length') ?? (winders.length > 0 ? '166 m, 180 yd or 84 rounds' : '166 m, or 180 yd')}
        />
        {winders.length > 0 && (
          <SelectField
            label="Rounds of"
            value={yarn.round}
            onChange={(round) => change({ round })}
            words={{
              '': 'no winder',
              ...Object.fromEntries(winders.map((w) => [`${w.roundMillimetres}`, w.name])),
            }}
            error={!!at('roundMillimetres')}
            helperText={at('roundMillimetres')}
          />
        )}
        <NumberField
          label="Angle, °"
          value={yarn.degrees}
          onChange={(degrees) => change({ degrees })}
          error={at('degrees')}
        />
        {form === 'plied' && (
          <NumberField
            label="Plies"
            whole
            value={yarn.plies}
            onChange={(plies) => change({ plies })}
            error={at('plies')}
            placeholder="2"
          />
        )}
        {form !== 'yarn' && (
          <SelectField
            label="Twist"
            value={yarn.direction}
            onChange={(direction) => change({ direction })}
            words={{ ...notNoted, ...twistWord }}
          />
        )}
        {form === 'yarn' && (
          <>
            <SelectField
              label="Finished by"
              value={yarn.finishedBy}
              onChange={(finishedBy) => change({ finishedBy })}
              words={{ ...notNoted, ...finishedByWord }}
            />
            <SelectField
              label="A skein hangs"
              value={yarn.hangs}
              onChange={(hangs) => change({ hangs })}
              words={{ ...notNoted, ...hangsWord }}
            />
          </>
        )}
      </div>
      {question && (
        <UnlikelyAnswers
          question={question}
          was={(choice) => change(question.field.endsWith('wraps') ? { wraps: choice } : { length: choice, round: '' })}
          isSo={() => change({ asTyped: true })}
        />
      )}
    </Column>
  );
}
