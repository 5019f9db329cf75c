import type { Schema } from '../api/client';
import { placeWord } from '../ui/words';
import { fittingScale, usePixelsPerMillimetre } from './calibration';
import { fleeceTone } from './fleeceTone';
import { fibrePaths, lockHalfWidth } from './lockPaths';
import { useWidth } from './useWidth';

const gutter = 90;
const headRoom = 22;

/** The locks of a lot laid on one ruler, butts left, with the breed's usual length as a bracket above. */
export function LockRuler({ staple, most = 6 }: { staple: Schema['StapleView']; most?: number }) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const perMm = usePixelsPerMillimetre();
  const locks = pick(staple.locks, most);
  const longest = Math.max(60, staple.longestMillimetres ?? 0, staple.usual?.high ?? 0);
  const { ruler } = staple;
  const step = ruler.stepMillimetres;
  const small = Math.ceil((longest + 5) / step);
  const end = small * step;
  const { pxPerMm, words } = fittingScale(perMm, end, Math.max(160, width - gutter - 12));
  const { fill, line } = fleeceTone(staple.colour);

  const first = headRoom + (staple.usual ? 18 : 0);
  const rows = stackRows(locks, first, pxPerMm).map((row) => ({
    ...row,
    fibres: fibrePaths(row.lock.shape, pxPerMm, row.lock.id).join(''),
  }));
  const y = rows.at(-1)?.below ?? first;
  const base = Math.max(y, headRoom + 46);
  const x = (mm: number) => gutter + mm * pxPerMm;
  const marks = Array.from({ length: small + 1 }, (_, i) => i);
  // Numbers stand no closer than they can be read.
  const labelEvery = ruler.perLabel * ([1, 2, 5, 10].find((n) => n * ruler.perLabel * step * pxPerMm > 40) ?? 20);

  return (
    <div ref={ref}>
      <svg width="100%" height={base + 34} role="img" aria-label={describe(staple)}>
        {staple.usual && (
          <g>
            <path
              d={`M${x(staple.usual.low)} ${headRoom + 8}v-8H${x(staple.usual.high)}v8`}
              fill="none"
              stroke="var(--lichen)"
              strokeWidth={2}
            />
            <text
              x={Math.min(x(staple.usual.low), Math.max(0, width - 172))}
              y={headRoom - 6}
              fontSize={13}
              fill="var(--bark)"
            >
              usual for the breed {staple.usualText}
            </text>
          </g>
        )}
        {staple.usual &&
          [staple.usual.low, staple.usual.high].map((mm) => (
            <line
              key={mm}
              x1={x(mm)}
              x2={x(mm)}
              y1={headRoom + 8}
              y2={base}
              stroke="var(--lichen)"
              strokeDasharray="1 5"
            />
          ))}
        {rows.map(({ lock, middle, fibres }) => (
          <g key={lock.id} transform={`translate(${gutter} ${middle})`}>
            <text x={-8} y={0} textAnchor="end" fontSize={13} fill="var(--peat)">
              {lock.place === 'unknown' ? 'lock' : placeWord[lock.place]}
            </text>
            <text x={-8} y={14} textAnchor="end" fontSize={12} fill="var(--bark)">
              {lock.length}
            </text>
            <path d={fibres} fill="none" stroke={line} strokeWidth={1.9} strokeLinecap="butt" />
            <path d={fibres} fill="none" stroke={fill} strokeWidth={0.9} />
            <line
              x1={0}
              x2={0}
              y1={-lockHalfWidth(lock.shape) * pxPerMm * 0.8}
              y2={lockHalfWidth(lock.shape) * pxPerMm * 0.8}
              stroke={line}
              strokeWidth={2}
            />
          </g>
        ))}
        <line x1={x(0)} x2={x(end)} y1={base + 4} y2={base + 4} stroke="var(--peat)" />
        {marks.map((i) => {
          const at = x(i * step);
          return (
            <g key={i}>
              <line x1={at} x2={at} y1={base + 4} y2={base + (i % labelEvery === 0 ? 14 : 9)} stroke="var(--peat)" />
              {i % labelEvery === 0 && (
                <text x={at} y={base + 27} fontSize={12} textAnchor="middle" fill="var(--bark)">
                  {(i / ruler.perLabel) * ruler.labelStep}
                </text>
              )}
            </g>
          );
        })}
        <text x={gutter - 10} y={base + 27} fontSize={12} textAnchor="end" fill="var(--bark)">
          {ruler.sign}, {words}
        </text>
      </svg>
    </div>
  );
}

/** Locks one below the other, each with the room its waves need. */
function stackRows(locks: readonly Schema['LockView'][], first: number, pxPerMm: number) {
  return locks.reduce<{ lock: Schema['LockView']; middle: number; below: number }[]>((rows, lock) => {
    const room = Math.max(12, lockHalfWidth(lock.shape) * pxPerMm);
    const middle = (rows.at(-1)?.below ?? first) + room;
    return [...rows, { lock, middle, below: middle + room + 4 }];
  }, []);
}

/** Where there are many locks, the spread of them: shortest, longest and those between. */
function pick(locks: readonly Schema['LockView'][], most: number) {
  if (locks.length <= most) return locks;
  return Array.from({ length: most }, (_, i) => locks[Math.round((i * (locks.length - 1)) / (most - 1))]!);
}

function describe(staple: Schema['StapleView']) {
  if (staple.count === 0) return 'A ruler with no lock measured yet';
  const parts = [`${staple.count} ${staple.count === 1 ? 'lock' : 'locks'} on a ruler`, `mean ${staple.mean?.text}`];
  if (staple.crimpsPerCentimetre) parts.push(`crimp ${staple.crimpsPerCentimetre.text}`);
  if (staple.usual) parts.push(`usual for the breed ${staple.usualText}`);
  return parts.join(', ');
}

/** One lock hanging from (0, 0) downwards, butt at the top, for the sample wall. */
export function HangingLock({
  shape,
  name,
  colour,
  pxPerMm,
}: {
  shape: Schema['LockShape'];
  name: string;
  colour: string;
  pxPerMm: number;
}) {
  const { fill, line } = fleeceTone(colour);
  const paths = fibrePaths(shape, pxPerMm, name);
  return (
    <g transform="rotate(90)">
      {paths.map((d, i) => (
        <path key={i} d={d} fill="none" stroke={line} strokeWidth={1.9} />
      ))}
      {paths.map((d, i) => (
        <path key={-i - 1} d={d} fill="none" stroke={fill} strokeWidth={0.9} />
      ))}
    </g>
  );
}
