import { Typography } from '../ui/Typography';
import type { Schema } from '../api/client';
import { magnifiedFor } from '../drawings/Yarn';
import { Column } from '../ui/layouts';
import { YarnRow } from './YarnRow';

/** The yarn that is wanted, what a ply-back must read now, and each that was read, at one scale. */
export function Trail({
  view,
  colour,
  said = [],
  remove,
}: {
  view: Schema['AimView'];
  colour: string;
  /** What was another at each, where that was told. */
  said?: readonly string[];
  remove?: (at: number) => void;
}) {
  const magnified = magnifiedFor(
    Math.max(0.2, ...[view.target, view.plyBack, ...view.trials.map((t) => t.yarn)].map((y) => y.diameterMillimetres)),
  );
  const row = { colour, magnified };
  return (
    <Column gap={0.5}>
      <YarnRow name="washed" yarn={view.target} {...row}>
        <Typography>{view.class}</Typography>
      </YarnRow>
      <YarnRow name="ply-back" yarn={view.plyBack} {...row}>
        <Typography>must read this now, fresh and unwashed</Typography>
      </YarnRow>
      {view.trials.map((trial, i) => (
        <YarnRow key={i} name={`read ${i + 1}`} yarn={trial.yarn} {...row} remove={remove && (() => remove(i))}>
          {(said[i] || trial.noted) && (
            <Typography color="text.secondary">{[said[i], trial.noted].filter(Boolean).join('; ')}</Typography>
          )}
          <Typography sx={{ fontWeight: trial.isThere ? 700 : 400 }}>{trial.sentence}</Typography>
          {i === view.trials.length - 1 && trial.next && (
            <Typography role="status" sx={{ fontSize: '1.1rem', fontWeight: 700 }}>
              {trial.next}
            </Typography>
          )}
          {i === view.trials.length - 1 && <Typography color="text.secondary">{trial.washed}</Typography>}
        </YarnRow>
      ))}
    </Column>
  );
}
