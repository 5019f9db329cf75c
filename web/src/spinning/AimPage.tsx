import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Link from '@mui/material/Link';
import Typography from '@mui/material/Typography';
import { Link as RouterLink, useSearchParams } from 'react-router';
import { Problem, type Schema } from '../api/client';
import { useLot } from '../api/queries';
import { magnifiedFor } from '../drawings/Yarn';
import { Choice } from '../ui/Choice';
import { Notice, ProblemNotice } from '../ui/Notices';
import { NumberField } from '../ui/NumberField';
import { frozen, number } from '../ui/figures';
import { Column, Row } from '../ui/layouts';
import { useKept } from '../ui/useKept';
import { useSettled } from '../ui/useSettled';
import { parentage } from '../ui/words';
import { Becomes } from './Becomes';
import { NewPlyBack } from './NewPlyBack';
import { useAim, useYarnClasses } from './queries';
import { structureWord, toleranceWord, verdictWord } from './words';
import { WrapsField } from './WrapsField';
import { YarnRow } from './YarnRow';

interface AimState {
  wraps: string;
  degrees: string;
  plies: string;
  structure: Schema['YarnStructure'];
  tolerance: Schema['YarnTolerance'];
  extra: string;
  density: string;
  bloom: string;
  takeUp: string;
  ratio: string;
  draw: string;
  most: string;
  trials: Schema['PlyBackRequest'][];
}

const fresh = (): AimState => ({
  wraps: '',
  degrees: '25',
  plies: '2',
  structure: 'plain',
  tolerance: 'usual',
  extra: '0',
  density: '',
  bloom: '',
  takeUp: '',
  ratio: '',
  draw: '',
  most: '',
  trials: [],
});

/** The yarn that is wanted on one line, each ply-back under it at the same scale, and what to change next. */
export function AimPage() {
  const [search] = useSearchParams();
  const code = search.get('lot');
  return code ? <AimWithLot key={code} code={code} /> : <Aim lot={null} />;
}

function AimWithLot({ code }: { code: string }) {
  const lot = useLot(code);
  if (lot.error) return <ProblemNotice error={lot.error} again={() => void lot.refetch()} />;
  return lot.data ? <Aim lot={lot.data.lot} /> : null;
}

function Aim({ lot }: { lot: Schema['LotHead'] | null }) {
  const [state, set] = useKept<AimState>(`aim ${lot?.code ?? ''}`, fresh);
  const body: Schema['AimRequest'] = {
    wraps: state.wraps,
    degrees: number(state.degrees) ?? 0,
    plies: number(state.plies) ?? 0,
    structure: state.structure,
    tolerance: state.tolerance,
    lotId: lot?.id ?? null,
    finishedDensity: number(state.density),
    bloomPercent: number(state.bloom),
    takeUpPercent: number(state.takeUp),
    extraTurnsPercent: number(state.extra) ?? 0,
    ratio: number(state.ratio),
    drawMillimetres: number(state.draw),
    mostTreadles: number(state.most),
    trials: state.trials,
  };
  const classes = useYarnClasses();
  const told = state.wraps.trim() !== '';
  const wish = frozen(body);
  const asked = useSettled(wish);
  const asking = useAim(asked, told && asked === wish);
  const refused = told && asking.error instanceof Problem && !asking.error.isAway ? asking.error : null;
  const view = told && !refused ? asking.data : undefined;
  const figure = (
    name: 'degrees' | 'plies' | 'extra' | 'density' | 'bloom' | 'takeUp' | 'ratio' | 'draw' | 'most',
    sent: string = name,
  ) => ({
    value: state[name],
    onChange: (text: string) => set({ [name]: text }),
    error: refused?.at(sent),
  });
  const seen = [
    'wraps',
    'degrees',
    'plies',
    'extraTurnsPercent',
    'finishedDensity',
    'bloomPercent',
    'takeUpPercent',
    'ratio',
    'drawMillimetres',
    'mostTreadles',
  ];
  const colour = lot?.colour ?? '';
  const last = view?.trials.at(-1);
  const thickest = Math.max(
    0.2,
    ...[view?.target, view?.plyBack, ...(view?.trials ?? []).map((t) => t.yarn)].map(
      (y) => y?.diameterMillimetres ?? 0,
    ),
  );
  const magnified = magnifiedFor(thickest);
  return (
    <Column gap={2.5}>
      <Box>
        <Typography variant="h1">Aim at a yarn</Typography>
        <Typography color="text.secondary">
          {lot ? (
            <>
              from{' '}
              <Link component={RouterLink} to={`/lots/${lot.code}`}>
                {lot.code}
              </Link>
              , {parentage(lot.parentage)}
            </>
          ) : (
            'from no lot: what is known of a fibre is told on its own page'
          )}
        </Typography>
      </Box>
      <Row gap={1.5} sx={{ alignItems: 'start' }}>
        <WrapsField
          label="Washed yarn, wraps an inch"
          value={state.wraps}
          onChange={(wraps) => set({ wraps })}
          error={refused?.at('wraps')}
          autoFocus
        />
        <NumberField label="Angle, °" {...figure('degrees')} sx={{ width: 110 }} />
        {state.structure === 'plain' && <NumberField label="Plies" whole {...figure('plies')} sx={{ width: 90 }} />}
        <Choice
          label="Becomes yarn"
          value={state.structure}
          onChange={(structure) => set({ structure })}
          words={structureWord}
          sx={{ width: 235 }}
        />
        <Choice
          label="Near enough"
          value={state.tolerance}
          onChange={(tolerance) => set({ tolerance })}
          words={toleranceWord}
          sx={{ width: 255 }}
        />
      </Row>
      {!told && (
        <>
          <Typography>
            Say how thick the washed yarn is to be, or begin from a class. What to spin follows, what a ply-back must
            read while you spin, and what each one says about the next.
          </Typography>
          <Row gap={1} role="group" aria-label="Classes of yarn">
            {classes.data?.map((c) => (
              <Button key={c.words} variant="outlined" onClick={() => set({ wraps: String(c.wrapsPerInch) })}>
                {c.words}, {c.wrapsPerInch}
              </Button>
            ))}
          </Row>
        </>
      )}
      {view && (
        <>
          <Column gap={0.5}>
            <YarnRow name="washed" yarn={view.target} colour={colour} magnified={magnified}>
              <Typography>{view.class}</Typography>
            </YarnRow>
            <YarnRow name="ply-back" yarn={view.plyBack} colour={colour} magnified={magnified}>
              <Typography>must read this now, fresh and unwashed</Typography>
            </YarnRow>
            {view.trials.map((trial, i) => (
              <YarnRow
                key={i}
                name={`read ${i + 1}`}
                yarn={trial.yarn}
                colour={colour}
                magnified={magnified}
                remove={() => set({ trials: state.trials.filter((_, k) => k !== i) })}
              >
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
          <NewPlyBack body={body} next={view.next} noted={(trial) => set({ trials: [...state.trials, trial] })} />
          {view.trials.length > 0 && (
            <Typography color="text.secondary">The ply-backs stay on this device until you take them out.</Typography>
          )}
          <Column gap={0.5}>
            {view.sentences.map((s) => (
              <Typography key={s}>{s}</Typography>
            ))}
          </Column>
          {view.verdict === 'possible' ? (
            <Typography color="text.secondary">{verdictWord.possible}</Typography>
          ) : (
            <Notice tone={view.verdict === 'not' ? 'stop' : 'watch'}>
              <strong>{verdictWord[view.verdict]}</strong> {view.against.join(' ')}
            </Notice>
          )}
          {last && <Becomes trial={last} colour={colour} />}
        </>
      )}
      <Row gap={1.5} sx={{ alignItems: 'start' }}>
        <NumberField label="Ratio of the whorl" {...figure('ratio')} placeholder="11" sx={{ width: 185 }} />
        <NumberField label="A draw, mm" {...figure('draw', 'drawMillimetres')} placeholder="150" sx={{ width: 120 }} />
        <NumberField label="At most treadles" {...figure('most', 'mostTreadles')} placeholder="8" sx={{ width: 175 }} />
        <NumberField
          label="More turns in the singles, %"
          {...figure('extra', 'extraTurnsPercent')}
          help="10 to 33 for socks and very short fibre"
          sx={{ width: 230 }}
        />
      </Row>
      <Row gap={1.5} sx={{ alignItems: 'start' }}>
        <NumberField
          label="Wrap density, washed"
          {...figure('density', 'finishedDensity')}
          placeholder={view ? String(view.finishedDensity) : ''}
          help="g in a cubic centimetre"
          shrink
          sx={{ width: 185 }}
        />
        <NumberField
          label="Bloom in the wash, %"
          {...figure('bloom', 'bloomPercent')}
          placeholder={view ? String(view.bloomPercent) : ''}
          help="fewer wraps after it"
          shrink
          sx={{ width: 180 }}
        />
        <NumberField
          label="Taken up in plying, %"
          {...figure('takeUp', 'takeUpPercent')}
          placeholder={view ? String(view.takeUpPercent) : ''}
          shrink
          sx={{ width: 180 }}
        />
      </Row>
      {view?.standing.map((s) => (
        <Typography key={s} color="text.secondary">
          {s}
        </Typography>
      ))}
      <ProblemNotice error={refused && !refused.isToldAt(seen) ? refused : null} />
      <ProblemNotice error={asking.error instanceof Problem && asking.error.isAway ? asking.error : null} />
    </Column>
  );
}
