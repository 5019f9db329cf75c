import Button from '@mui/material/Button';
import type { Schema } from '../api/client';
import { Row } from '../ui/layouts';
import { WeightField } from '../ui/WeightField';
import type { OnBench, StationState } from './stationState';
import layout from '../ui/layout.module.css';
import typography from '../ui/typography.module.css';

interface Props {
  state: OnBench;
  change: (part: Partial<StationState>) => void;
  at: (field: string) => string | undefined;
  understood: (field: string) => string | undefined;
  /** What the usual dressings come to for the fibre on the bench. */
  dressing: readonly Schema['PortionView'][];
}

/** What is added to the fibre: dye, or a dressing. */
export function StationGains({ state, change, at, understood, dressing }: Props) {
  return (
    <>
      {state.gains.map((g, i) => {
        const taken = (mass: string) => change({ gains: state.gains.map((o, k) => (k === i ? { ...o, mass } : o)) });
        return (
          <div key={g.kind}>
            <WeightField
              label={g.kind === 'dye' ? 'Dye taken up' : 'Dressing mixed in'}
              value={g.mass}
              onChange={taken}
              error={at(`gains[${i}].mass`)}
              understood={g.mass ? understood(`gains[${i}].mass`) : null}
              placeholder={g.kind === 'dye' ? 'dry dyestuff that stayed, if you know it' : '10 g, 3 % or 1 : 8'}
            />
            {g.kind === 'dressing' && dressing.length > 0 && (
              <Row align="center" className={layout.above8} gap={1}>
                <p className={typography.quiet}>Usual, of the fibre’s weight:</p>
                {dressing.map((d) => (
                  <Button key={d.percent} variant="outlined" onClick={() => taken(d.mass.text)}>
                    {d.percent} %: {d.mass.text}
                  </Button>
                ))}
              </Row>
            )}
          </div>
        );
      })}
    </>
  );
}
