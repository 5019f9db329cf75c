import { Box } from '../ui/Box';
import { Button } from '../ui/Button';
import { Link } from '../ui/Link';
import { Typography } from '../ui/Typography';
import { useCallback } from 'react';
import { Link as RouterLink, useNavigate, useSearchParams } from 'react-router';
import { api, need, Problem, type Schema } from '../api/client';
import { useChange } from '../api/change';
import { useLot, useSession } from '../api/queries';
import { tappedAt } from '../api/clock';
import { useBeginRun } from '../runs/beginRun';
import { Choice } from '../ui/Choice';
import { Notice, ProblemNotice, Section } from '../ui/Notices';
import { NumberField } from '../ui/NumberField';
import { frozen, number } from '../ui/figures';
import { Column, Row } from '../ui/layouts';
import { useKept } from '../ui/useKept';
import { useSettled } from '../ui/useSettled';
import { WeightField } from '../ui/WeightField';
import { parentage } from '../ui/words';
import { Becomes } from './Becomes';
import { Enough } from './Enough';
import { NewPlyBack } from './NewPlyBack';
import { noTool, OnTool, type ToolChoice } from './OnTool';
import { useAim, useFibreWants, useYarnClasses } from './queries';
import { Trail } from './Trail';
import { byWord, structureWord, toleranceWord, verdictWord } from './words';
import { WrapsField } from '../ui/WrapsField';

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
  tool: ToolChoice;
  draw: string;
  most: string;
  mass: string;
  supply: string;
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
  tool: noTool,
  draw: '',
  most: '',
  mass: '',
  supply: '',
  trials: [],
});

/** The yarn that is wanted on one line, each ply-back under it at the same scale, and what to change next. */
export function AimPage() {
  const [search] = useSearchParams();
  const code = search.get('lot');
  const match = search.get('match');
  // A yarn that is to be matched stands in the fields as it was measured.
  const begin = useCallback(
    () => ({
      ...fresh(),
      wraps: search.get('wraps') ?? '',
      degrees: search.get('angle') ?? '25',
      plies: search.get('plies') ?? '2',
    }),
    [search],
  );
  const of = { match, begin };
  return code ? <AimWithLot key={code} code={code} {...of} /> : <Aim lot={null} {...of} />;
}

interface Begun {
  match: string | null;
  begin: () => AimState;
}

function AimWithLot({ code, ...of }: { code: string } & Begun) {
  const lot = useLot(code);
  if (lot.isLoadingError) return <ProblemNotice error={lot.error} again={() => void lot.refetch()} />;
  return lot.data ? <Aim lot={lot.data.lot} {...of} /> : null;
}

function Aim({ lot, match, begin }: { lot: Schema['LotHead'] | null } & Begun) {
  const [state, set, clear] = useKept<AimState>(`aim ${lot?.code ?? ''}${match ? ` ${match}` : ''}`, begin);
  const navigate = useNavigate();
  const looker = useSession().data?.workshop?.role === 'looker';
  const starting = useBeginRun(() => {
    clear();
    void navigate('/station/spin');
  });
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
    ratio: number(state.tool.ratio),
    by: state.tool.by,
    drawMillimetres: number(state.draw),
    mostTreadles: number(state.most),
    supplyGramsPerMetre: number(state.supply ?? ''),
    trials: state.trials,
  };
  const classes = useYarnClasses(lot?.code ?? null);
  const wants = useFibreWants(lot?.code ?? null);
  const told = state.wraps.trim() !== '';
  const wish = frozen(body);
  const asked = useSettled(wish);
  const asking = useAim(asked, told && asked === wish);
  const refused = told && asking.error instanceof Problem && !asking.error.isAway ? asking.error : null;
  const view = told && !refused ? asking.data : undefined;
  const figure = (
    name: 'degrees' | 'plies' | 'extra' | 'density' | 'bloom' | 'takeUp' | 'draw' | 'most' | 'supply',
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
    'supplyGramsPerMetre',
  ];
  const colour = lot?.colour ?? '';
  const last = view?.trials.at(-1);
  const reading = useChange(
    (one: Schema['PlyBackRequest']) =>
      need(api.POST('/api/spinning/aim', { body: { ...body, trials: [...state.trials, one] } })),
    (_, one) => set({ trials: [...state.trials, one] }),
  );
  return (
    <Column gap={2.5}>
      <Box>
        <Typography variant="h1">{match ? `Match ${match}` : 'Aim at a yarn'}</Typography>
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
          help="14, 13-14, or 400 tex"
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
          {wants.data && wants.data.length > 0 && (
            <Box
              role="group"
              aria-label="What this fibre asks for"
              sx={{ display: 'grid', gap: 1, gridTemplateColumns: 'repeat(auto-fill, minmax(235px, 1fr))' }}
            >
              {wants.data.map((w) => (
                <Button
                  key={w.words}
                  variant="outlined"
                  onClick={() => set({ wraps: String(w.wrapsPerInch) })}
                  sx={{ display: 'block', textAlign: 'left', borderStyle: 'dashed' }}
                >
                  {w.words}, {w.wrapsPerInch}
                  <Typography component="span" color="text.secondary" sx={{ display: 'block', fontSize: '0.85rem' }}>
                    {w.because}
                  </Typography>
                </Button>
              ))}
            </Box>
          )}
          <Box
            role="group"
            aria-label="Classes of yarn"
            sx={{ display: 'grid', gap: 1, gridTemplateColumns: 'repeat(auto-fill, minmax(235px, 1fr))' }}
          >
            {classes.data?.map((c) => (
              <Button
                key={c.words}
                variant="outlined"
                onClick={() => set({ wraps: String(c.wrapsPerInch) })}
                sx={{ display: 'block', textAlign: 'left' }}
              >
                {c.words}, {c.wrapsPerInch}
                <Typography component="span" color="text.secondary" sx={{ display: 'block', fontSize: '0.85rem' }}>
                  {c.alsoCalled}; {c.needle}
                </Typography>
                {c.verdict && (
                  <Typography component="span" sx={{ display: 'block', fontSize: '0.85rem' }}>
                    {verdictWord[c.verdict]}
                  </Typography>
                )}
              </Button>
            ))}
          </Box>
        </>
      )}
      {view && (
        <>
          <Trail
            view={view}
            colour={colour}
            remove={(at) => set({ trials: state.trials.filter((_, k) => k !== at) })}
          />
          <NewPlyBack
            by={state.tool.by}
            next={view.next}
            busy={reading.busy}
            error={reading.error}
            nameOf={(field) => `trials[${state.trials.length}].${field}`}
            clear={reading.clear}
            note={({ wraps, degrees, treadles, drawMillimetres, neps, handle, mass, length }, noted) =>
              reading.go(
                { wraps, degrees, treadles, drawMillimetres, neps, handle, mass, length },
                { onSuccess: noted },
              )
            }
          />
          {view.trials.length > 0 && (
            <Typography color="text.secondary">
              The ply-backs stay on this device; they go along when you begin to spin it.
            </Typography>
          )}
          {view.learned && (
            <Typography sx={{ fontSize: '1.15rem', fontWeight: 700 }} role="status">
              {view.learned}
            </Typography>
          )}
          <Column gap={0.5}>
            {view.sentences.map((s) => (
              <Typography key={s}>{s}</Typography>
            ))}
          </Column>
          {view.drafting.map((s) => (
            <Typography key={s} color="text.secondary">
              {s}
            </Typography>
          ))}
          {view.verdict === 'possible' ? (
            <Typography color="text.secondary">{verdictWord.possible}</Typography>
          ) : (
            <Notice tone={view.verdict === 'not' ? 'stop' : 'watch'}>
              <strong>{verdictWord[view.verdict]}</strong> {view.against.join(' ')}
            </Notice>
          )}
          {lot?.stations.includes('spin') && (
            <Row gap={1.5} sx={{ alignItems: 'start' }}>
              <WeightField
                label="Only so much of it"
                value={state.mass}
                onChange={(mass) => {
                  starting.clearError();
                  set({ mass });
                }}
                error={starting.error?.at('mass')}
                placeholder="left empty: all of it"
              />
              <Button
                variant="contained"
                disabled={looker || starting.busy}
                sx={{ mt: 0.75 }}
                onClick={() =>
                  starting.begin({
                    craft: 'spin',
                    aim: body,
                    toolId: state.tool.id,
                    whorl: state.tool.whorl || null,
                    mass: state.mass.trim() || null,
                    startedAt: tappedAt(),
                  })
                }
              >
                Begin to spin it
              </Button>
              {starting.away && <Typography>The server is away: this is kept here and goes in by itself.</Typography>}
            </Row>
          )}
          <ProblemNotice error={starting.error && !starting.error.at('mass') ? starting.error : null} />
          {view.like.length > 0 && (
            <Section title="What became of its like" level="h2">
              {view.like.map((s) => (
                <Typography key={s}>{s}</Typography>
              ))}
            </Section>
          )}
          {last && (
            <Section title="What these singles could become, washed" level="h2">
              <Becomes becomes={last.becomes} colour={colour} />
            </Section>
          )}
        </>
      )}
      <Row gap={1.5} sx={{ alignItems: 'start' }}>
        <OnTool value={state.tool} onChange={(tool) => set({ tool })} error={refused?.at('ratio')} />
        <NumberField label="A draw, mm" {...figure('draw', 'drawMillimetres')} placeholder="150" sx={{ width: 120 }} />
        <NumberField
          label={`At most ${byWord[state.tool.by].toLowerCase()}`}
          {...figure('most', 'mostTreadles')}
          placeholder={state.tool.by === 'treadles' ? '8' : ''}
          sx={{ width: 175 }}
        />
        <NumberField
          label="Supply, g in a metre"
          {...figure('supply', 'supplyGramsPerMetre')}
          value={state.supply ?? ''}
          help="how far to draw it out"
          sx={{ width: 175 }}
        />
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
      {told && <Enough wraps={state.wraps} plies={body.plies ?? 2} structure={state.structure} lot={lot} />}
      <Link component={RouterLink} to={lot ? `/faults?lot=${lot.code}` : '/faults'} sx={{ justifySelf: 'start' }}>
        What is wrong? What to look at, by what you see
      </Link>
      <ProblemNotice error={refused && !refused.isToldAt(seen) ? refused : null} />
      <ProblemNotice error={asking.error instanceof Problem && asking.error.isAway ? asking.error : null} />
    </Column>
  );
}
