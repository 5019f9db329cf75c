import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import clsx from 'clsx';
import { useState } from 'react';
import { Link as RouterLink, useNavigate } from 'react-router';
import { type Schema } from '../api/client';
import { usePrepared, useSamples } from './queries';
import { usePixelsPerMillimetre } from '../drawings/calibration';
import { fleeceTone } from '../drawings/fleeceTone';
import { HangingLock } from '../drawings/Lock';
import { useWidth } from '../drawings/useWidth';
import { ProblemNotice, Section } from '../ui/Notices';
import { formOf, parentage } from '../ui/words';
import { Column, Row } from '../ui/layouts';
import layout from '../ui/layout.module.css';
import typography from '../ui/typography.module.css';
import styles from './SampleWall.module.css';

/** Locks hung from one line by length, the longest at the right, all at one scale; a purpose greys what does not fit. */
export function SampleWall() {
  const samples = useSamples();
  const ready = usePrepared();
  const [purpose, setPurpose] = useState('');
  if (samples.isLoadingError) return <ProblemNotice error={samples.error} retry={() => void samples.refetch()} />;
  if (!samples.data) return null;
  const all = samples.data.pages.flatMap((page) => page.hung);
  return (
    <Column gap={3}>
      <Row align="baseline" gap={3}>
        <h1 className={layout.pushRest}>Samples</h1>
        <TextField
          style={{ width: 260 }}
          label="For what?"
          value={purpose}
          onChange={(e) => setPurpose(e.target.value)}
          placeholder="socks, soft, lace"
        />
      </Row>
      {purposes(all, purpose).length > 0 && (
        <Row align="center" gap={1}>
          <p>Side by side, those for</p>
          {purposes(all, purpose).map((use) => (
            <Button key={use} size="small" component={RouterLink} to={`/uses/${encodeURIComponent(use)}`}>
              {use}
            </Button>
          ))}
        </Row>
      )}
      {all.length === 0 ? (
        <p>No sample yet. Spin a little of a prepared lot and keep what came of it.</p>
      ) : (
        <Wall hung={all} all={samples.data.pages[0]!.all} purpose={purpose} />
      )}
      {samples.hasNextPage && (
        <Button
          className={layout.selfStart}
          variant="outlined"
          disabled={samples.isFetchingNextPage}
          onClick={() => void samples.fetchNextPage()}
        >
          Hang older ones beside them
        </Button>
      )}
      <Section title="Prepared, and not yet sampled or with more to give">
        <ul className={styles.list}>
          {ready.data?.lots.map((l) => (
            <li key={l.id}>
              <RouterLink to={`/lots/${l.code}/sample`}>{l.code}</RouterLink> {parentage(l.parentage)},{' '}
              {formOf(l.form, l.fibre)}, <span className={typography.oneLine}>{l.left?.text ?? 'not weighed'}</span>
            </li>
          ))}
        </ul>
      </Section>
    </Column>
  );
}

const fits = (s: Schema['SampleView'], purpose: string) =>
  purpose
    .toLowerCase()
    .split(/[\s,]+/)
    .filter(Boolean)
    .every((word) =>
      [...s.uses, s.verdict, s.parentage, formOf(s.form, s.fibre)].join(' ').toLowerCase().includes(word),
    );

/** Uses that at least two of the samples are for, and that the purpose does not leave out. */
function purposes(hung: readonly Schema['HungSample'][], purpose: string): string[] {
  const uses = hung.flatMap((h) => h.sample.uses.map((use) => use.toLowerCase()));
  return [...new Set(uses)]
    .filter((use) => uses.filter((u) => u === use).length > 1 && use.includes(purpose.trim().toLowerCase()))
    .slice(0, 6);
}

function Wall({ hung, all, purpose }: { hung: readonly Schema['HungSample'][]; all: number; purpose: string }) {
  const [ref, width] = useWidth<HTMLDivElement>();
  const navigate = useNavigate();
  const perMm = usePixelsPerMillimetre();
  const longest = (h: Schema['HungSample']) => h.longestMillimetres;
  const inOrder = [...hung].sort((a, b) => longest(a) - longest(b));
  const most = Math.max(80, ...inOrder.map(longest));
  const part = [1, 2, 3, 4].find((n) => (most * perMm) / n <= 400) ?? 4;
  const pxPerMm = perMm / part;
  const pitch = Math.max(82, (width - 40) / Math.max(1, inOrder.length));
  const room = Math.max(width, pitch * inOrder.length + 40);
  const line = 34;
  const goesOn = room > width + 1;
  const height = line + most * pxPerMm + 96;
  return (
    <div ref={ref}>
      <p className={typography.quiet}>
        {[
          hung.length === all ? `${all} samples` : `${hung.length} of ${all} samples, the newest`,
          part === 1 ? 'locks at true size' : `locks at 1 : ${part}`,
          ...(goesOn ? ['the line goes on to the right'] : []),
        ].join(' · ')}
      </p>
      <div
        className={clsx(styles.theSampleWall, goesOn && styles.goesOn)}
        role="group"
        aria-label="The sample wall"
        tabIndex={0}
      >
        <svg width={room} height={height} style={{ display: 'block' }}>
          <path
            d={`M0 ${line - 10}Q${room / 2} ${line + 6} ${room} ${line - 10}`}
            stroke="var(--walnut)"
            strokeWidth={2.5}
            fill="none"
          />
          {inOrder.map(({ sample, lock: shown, colour }, i) => {
            const x = 20 + pitch * (i + 0.5);
            const sag = line - 10 + 16 * (1 - (2 * (x / room) - 1) ** 2) * 0.5;
            const ok = fits(sample, purpose);
            const open = () => void navigate(`/samples/${sample.code}`);
            const below = sag + 8 + (shown ? shown.lengthMillimetres * pxPerMm : 30) + 18;
            return (
              <g
                key={sample.id}
                role="button"
                tabIndex={0}
                aria-label={`${sample.code}, ${parentage(sample.parentage)}, ${formOf(sample.form, sample.fibre)}${ok ? '' : ', does not fit the purpose'}`}
                onClick={open}
                onKeyDown={(e) => e.key === 'Enter' && open()}
                style={{ cursor: 'pointer' }}
                opacity={ok ? 1 : 0.3}
              >
                <rect x={x - pitch / 2} y={sag} width={pitch} height={height - sag} fill="transparent" />
                <path d={`M${x} ${sag}v10`} stroke="var(--walnut)" strokeWidth={4} />
                {shown && (
                  <g transform={`translate(${x} ${sag + 8})`}>
                    <HangingLock shape={shown.shape} name={shown.id} colour={colour} pxPerMm={pxPerMm} />
                  </g>
                )}
                <Twist x={x} y={below} sample={sample} colour={colour} />
                <text x={x} y={below + 30} fontSize={13} fontWeight={700} textAnchor="middle" fill="var(--peat)">
                  {sample.code}
                </text>
                <text x={x} y={below + 46} fontSize={12.5} textAnchor="middle" fill="var(--peat)">
                  {short(parentage(sample.parentage), pitch)}
                </text>
                <text x={x} y={below + 61} fontSize={12} textAnchor="middle" fill="var(--bark)">
                  {formOf(sample.form, sample.fibre)}
                  {sample.wrapsPerInch ? `, ${sample.wrapsPerInch} WPI` : ''}
                </text>
                {!ok && (
                  <text x={x} y={below + 76} fontSize={12} textAnchor="middle" fill="var(--peat)">
                    not noted for that
                  </text>
                )}
              </g>
            );
          })}
        </svg>
      </div>
    </div>
  );
}

const short = (name: string, room: number) =>
  name.length * 6.6 > room - 4 ? name.slice(0, Math.floor((room - 12) / 6.6)) + '…' : name;

/** A little twist of the yarn under its lock: thickness to true scale, plies leaning by their angle; its edge is broken where nobody read one. */
function Twist({ x, y, sample, colour }: { x: number; y: number; sample: Schema['SampleView']; colour: string }) {
  const { fill, line } = fleeceTone(colour);
  const thick = Math.max(2, Math.min(14, (sample.diameterMillimetres ?? 1) * (96 / 25.4)));
  const lean = Math.tan(((sample.twistAngleDegrees ?? 0) * Math.PI) / 180) * thick;
  const turns = (sample.plies ?? 1) > 1 && lean > 0 ? Math.floor(60 / (thick * 0.9)) : 0;
  return (
    <g>
      <rect
        x={x - 32}
        y={y}
        width={64}
        height={thick}
        rx={thick / 2}
        fill={fill}
        stroke={line}
        strokeDasharray={lean > 0 ? undefined : '3 2'}
      />
      {Array.from({ length: turns }, (_, i) => {
        const at = x - 30 + (i + 0.3) * thick * 0.9;
        return <path key={i} d={`M${at} ${y + thick}L${at + thick * 0.8} ${y}`} stroke={line} strokeWidth={0.9} />;
      })}
    </g>
  );
}
