import { Box } from '../ui/Box';
import { TextField } from '../ui/TextField';
import { Typography } from '../ui/Typography';
import type { Schema } from '../api/client';
import { useSpinners } from '../api/queries';
import { Choice } from '../ui/Choice';
import { Column } from '../ui/layouts';
import { NumberField } from '../ui/NumberField';
import { WrapsField } from '../ui/WrapsField';
import { finishedByWord, hangsWord } from '../ui/words';
import type { TypedYarn } from './stationState';

const notNoted = { '': 'not noted' };

/** What was measured of a heap of yarn. All of it may be left out and told later on the lot's page. */
export function YarnFields({
  title,
  form,
  yarn,
  change,
  at,
}: {
  title: string;
  form: Schema['LotForm'];
  yarn: TypedYarn;
  change: (part: Partial<TypedYarn>) => void;
  at: (field: string) => string | undefined;
}) {
  const winders = (useSpinners().data ?? []).filter((s) => s.kind === 'winder');
  return (
    <Column gap={1.5} role="group" aria-label={title}>
      <Typography variant="h3" component="h2">
        {title}
      </Typography>
      <Box sx={{ display: 'grid', gap: 1.5, gridTemplateColumns: { xs: '1fr 1fr', md: 'repeat(4, 1fr)' } }}>
        <WrapsField
          label="Wraps an inch"
          value={yarn.wraps}
          onChange={(wraps) => change({ wraps })}
          error={at('wraps')}
          width={200}
        />
        <TextField
          label="Length"
          value={yarn.length}
          onChange={(e) => change({ length: e.target.value })}
          error={!!at('length')}
          helperText={at('length') ?? (winders.length > 0 ? '166, 180 yd or 84 rounds' : '166, or 180 yd')}
          attributes={{ maxLength: 40, autoComplete: 'off' }}
        />
        {winders.length > 0 && (
          <Choice
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
          <Choice
            label="Twist"
            value={yarn.direction}
            onChange={(direction) => change({ direction })}
            words={{ ...notNoted, z: 'Z', s: 'S' }}
          />
        )}
        {form === 'yarn' && (
          <>
            <Choice
              label="Finished by"
              value={yarn.finishedBy}
              onChange={(finishedBy) => change({ finishedBy })}
              words={{ ...notNoted, ...finishedByWord }}
            />
            <Choice
              label="A skein hangs"
              value={yarn.hangs}
              onChange={(hangs) => change({ hangs })}
              words={{ ...notNoted, ...hangsWord }}
            />
          </>
        )}
      </Box>
    </Column>
  );
}
