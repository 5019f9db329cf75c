import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import type { StationState } from './stationState';
import { NumberField } from '../ui/NumberField';

interface Props {
  state: StationState;
  change: (part: Partial<StationState>) => void;
  /** Hairs are counted in a pinch at this station. */
  counts: boolean;
  at: (field: string) => string | undefined;
}

/** One tap a hair or bit plucked out; it goes into the entry, and a reload does not lose it. */
export function Tally({ state, change, counts, at }: Props) {
  const plucked = state.plucked ?? 0;
  return (
    <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap', alignItems: 'start' }}>
      <Button variant="outlined" onClick={() => change({ plucked: plucked + 1 })} sx={{ minWidth: 190, minHeight: 48 }}>
        Plucked one out{plucked > 0 ? `: ${plucked}` : ''}
      </Button>
      {plucked > 0 && (
        <Button onClick={() => change({ plucked: plucked - 1 })} sx={{ minHeight: 48 }}>
          One less
        </Button>
      )}
      {counts && (
        <>
          <NumberField
            label="Hairs in a pinch"
            value={state.hairs ?? ''}
            onChange={(text) => change({ hairs: text })}
            error={at('hairsCounted')}
            whole
            shrink
            sx={{ width: 150 }}
          />
          <NumberField
            label="The pinch, g"
            value={state.pinch ?? ''}
            onChange={(text) => change({ pinch: text })}
            error={at('pinchGrams')}
            shrink
            sx={{ width: 150 }}
          />
        </>
      )}
    </Box>
  );
}
