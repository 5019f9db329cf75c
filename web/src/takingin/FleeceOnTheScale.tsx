import type { Schema } from '../api/client';
import { Tuft, tuftPath, tuftRadius } from '../drawings/Tuft';

/** The fleece as a heap, its area following its weight, beside what fleeces of the breed usually weigh. */
export function FleeceOnTheScale({
  grams,
  breed,
  colour,
}: {
  grams: number | null;
  breed: Schema['Breed'] | null;
  colour: string;
}) {
  const most = Math.max(grams ?? 0, (breed?.fleeceKilograms.high ?? 4) * 1000, 500);
  const perRoot = 78 / Math.sqrt(most);
  const usual = breed?.fleeceKilograms;
  return (
    <svg
      viewBox="0 0 420 215"
      width="100%"
      style={{ maxHeight: 260, display: 'block' }}
      role="img"
      aria-label={grams ? 'The fleece as a heap, sized by its weight' : 'An empty scale'}
    >
      {usual && (
        <g fill="none" stroke="var(--lichen)" strokeDasharray="5 5" strokeWidth={1.6}>
          <path
            d={tuftPath(
              150,
              175 - tuftRadius(usual.high * 1000, perRoot) * 0.86,
              tuftRadius(usual.high * 1000, perRoot),
              'scale',
            )}
          />
          <path
            d={tuftPath(
              150,
              175 - tuftRadius(usual.low * 1000, perRoot) * 0.86,
              tuftRadius(usual.low * 1000, perRoot),
              'scale',
            )}
          />
        </g>
      )}
      {grams !== null && grams > 0 && (
        <Tuft
          cx={150}
          cy={175 - tuftRadius(grams, perRoot) * 0.86}
          r={Math.max(3, tuftRadius(grams, perRoot))}
          name="scale"
          colour={colour}
        />
      )}
      <path d="M40 177H260" stroke="var(--peat)" strokeWidth={2.5} />
      <path d="M70 179q-8 22 10 24h140q18-2 10-24" fill="var(--oat)" stroke="var(--peat)" />
      {usual ? (
        <text fontSize={15} fill="var(--bark)">
          <tspan x={272} y={70}>
            usual for
          </tspan>
          <tspan x={272} y={90} fontWeight={700} fill="var(--peat)">
            {breed.name}
          </tspan>
          <tspan x={272} y={110}>
            {usual.low}–{usual.high} kg
          </tspan>
          <tspan x={272} y={128} fontSize={13}>
            typical
          </tspan>
        </text>
      ) : (
        !grams && (
          <text fontSize={15} fill="var(--bark)">
            <tspan x={272} y={90}>
              Nothing on
            </tspan>
            <tspan x={272} y={110}>
              the scale yet
            </tspan>
          </text>
        )
      )}
    </svg>
  );
}
