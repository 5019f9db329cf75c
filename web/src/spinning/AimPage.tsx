import Button from '@mui/material/Button';
import { clsx } from 'clsx';
import { useCallback } from 'react';
import { Link as RouterLink, useNavigate, useSearchParams } from 'react-router';
import { api, need, Problem, type Schema } from '../api/client';
import { useChange } from '../api/change';
import { useLot, useSession } from '../api/queries';
import { tappedAt } from '../api/clock';
import { useBeginRun } from '../runs/beginRun';
import { SelectField } from '../ui/SelectField';
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
import layout from '../ui/layout.module.css';
import typography from '../ui/typography.module.css';
import styles from './AimPage.module.css';

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
      <div>
        <h1>{match ? `Match ${match}` : 'Aim at a yarn'}</h1>
        <p className={typography.quiet}>
          {lot ? (
            <>
              from <RouterLink to={`/lots/${lot.code}`}>{lot.code}</RouterLink>, {parentage(lot.parentage)}
            </>
          ) : (
            'from no lot: what is known of a fibre is told on its own page'
          )}
        </p>
      </div>
      <Row align="start" gap={1.5}>
        <WrapsField
          label="Washed yarn, wraps an inch"
          value={state.wraps}
          onChange={(wraps) => set({ wraps })}
          error={refused?.at('wraps')}
          help="14, 13-14, or 400 tex"
          autoFocus
        />
        <NumberField style={{ width: 110 }} label="Angle, °" {...figure('degrees')} />
        {state.structure === 'plain' && <NumberField style={{ width: 90 }} label="Plies" whole {...figure('plies')} />}
        <SelectField
          style={{ width: 235 }}
          label="Becomes yarn"
          value={state.structure}
          onChange={(structure) => set({ structure })}
          words={structureWord}
        />
        <SelectField
          style={{ width: 255 }}
          label="Near enough"
          value={state.tolerance}
          onChange={(tolerance) => set({ tolerance })}
          words={toleranceWord}
        />
      </Row>
      {!told && (
        <>
          <p>
            Say how thick the washed yarn is to be, or begin from a class. What to spin follows, what a ply-back must
            read while you spin, and what each one says about the next.
          </p>
          {wants.data && wants.data.length > 0 && (
            <div className={styles.whatThisFibre} role="group" aria-label="What this fibre asks for">
              {wants.data.map((w) => (
                <Button
                  className={styles.button}
                  key={w.words}
                  variant="outlined"
                  onClick={() => set({ wraps: String(w.wrapsPerInch) })}
                >
                  {w.words}, {w.wrapsPerInch}
                  <span className={clsx(typography.body, typography.quiet, styles.word)}>{w.because}</span>
                </Button>
              ))}
            </div>
          )}
          <div className={styles.whatThisFibre} role="group" aria-label="Classes of yarn">
            {classes.data?.map((c) => (
              <Button
                className={styles.aimButton}
                key={c.words}
                variant="outlined"
                onClick={() => set({ wraps: String(c.wrapsPerInch) })}
              >
                {c.words}, {c.wrapsPerInch}
                <span className={clsx(typography.body, typography.quiet, styles.word)}>
                  {c.alsoCalled}; {c.needle}
                </span>
                {c.verdict && <span className={clsx(typography.body, styles.word)}>{verdictWord[c.verdict]}</span>}
              </Button>
            ))}
          </div>
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
            <p className={typography.quiet}>
              The ply-backs stay on this device; they go along when you begin to spin it.
            </p>
          )}
          {view.learned && (
            <p className={styles.said} role="status">
              {view.learned}
            </p>
          )}
          <Column gap={0.5}>
            {view.sentences.map((s) => (
              <p key={s}>{s}</p>
            ))}
          </Column>
          {view.drafting.map((s) => (
            <p className={typography.quiet} key={s}>
              {s}
            </p>
          ))}
          {view.verdict === 'possible' ? (
            <p className={typography.quiet}>{verdictWord.possible}</p>
          ) : (
            <Notice tone={view.verdict === 'not' ? 'stop' : 'watch'}>
              <strong>{verdictWord[view.verdict]}</strong> {view.against.join(' ')}
            </Notice>
          )}
          {lot?.stations.includes('spin') && (
            <Row align="start" gap={1.5}>
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
                className={layout.above6}
                variant="contained"
                disabled={looker || starting.busy}
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
              {starting.away && <p>The server is away: this is kept here and goes in by itself.</p>}
            </Row>
          )}
          <ProblemNotice error={starting.error && !starting.error.at('mass') ? starting.error : null} />
          {view.like.length > 0 && (
            <Section title="What became of its like" level="h2">
              {view.like.map((s) => (
                <p key={s}>{s}</p>
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
      <Row align="start" gap={1.5}>
        <OnTool value={state.tool} onChange={(tool) => set({ tool })} error={refused?.at('ratio')} />
        <NumberField
          style={{ width: 120 }}
          label="A draw, mm"
          {...figure('draw', 'drawMillimetres')}
          placeholder="150"
        />
        <NumberField
          style={{ width: 175 }}
          label={`At most ${byWord[state.tool.by].toLowerCase()}`}
          {...figure('most', 'mostTreadles')}
          placeholder={state.tool.by === 'treadles' ? '8' : ''}
        />
        <NumberField
          style={{ width: 175 }}
          label="Supply, g in a metre"
          {...figure('supply', 'supplyGramsPerMetre')}
          value={state.supply ?? ''}
          help="how far to draw it out"
        />
        <NumberField
          style={{ width: 230 }}
          label="More turns in the singles, %"
          {...figure('extra', 'extraTurnsPercent')}
          help="10 to 33 for socks and very short fibre"
        />
      </Row>
      <Row align="start" gap={1.5}>
        <NumberField
          style={{ width: 185 }}
          label="Wrap density, washed"
          {...figure('density', 'finishedDensity')}
          placeholder={view ? String(view.finishedDensity) : ''}
          help="g in a cubic centimetre"
          shrink
        />
        <NumberField
          style={{ width: 180 }}
          label="Bloom in the wash, %"
          {...figure('bloom', 'bloomPercent')}
          placeholder={view ? String(view.bloomPercent) : ''}
          help="fewer wraps after it"
          shrink
        />
        <NumberField
          style={{ width: 180 }}
          label="Taken up in plying, %"
          {...figure('takeUp', 'takeUpPercent')}
          placeholder={view ? String(view.takeUpPercent) : ''}
          shrink
        />
      </Row>
      {view?.standing.map((s) => (
        <p className={typography.quiet} key={s}>
          {s}
        </p>
      ))}
      {told && <Enough wraps={state.wraps} plies={body.plies ?? 2} structure={state.structure} lot={lot} />}
      <RouterLink className={layout.selfStart} to={lot ? `/faults?lot=${lot.code}` : '/faults'}>
        What is wrong? What to look at, by what you see
      </RouterLink>
      <ProblemNotice error={refused && !refused.isToldAt(seen) ? refused : null} />
      <ProblemNotice error={asking.error instanceof Problem && asking.error.isAway ? asking.error : null} />
    </Column>
  );
}
