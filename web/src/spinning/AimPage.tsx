import Button from '@mui/material/Button';
import { useCallback } from 'react';
import { Link as RouterLink, useNavigate, useSearchParams } from 'react-router';
import { api, need, Problem, type Schema } from '../api/client';
import { useChange } from '../api/change';
import { useLot, useSession } from '../api/queries';
import { tappedAt } from '../api/clock';
import { useBeginRun } from '../runs/beginRun';
import { SelectField } from '../ui/SelectField';
import { ProblemNotice, Section } from '../ui/Notices';
import { NumberField } from '../ui/NumberField';
import { frozen } from '../ui/figures';
import { Column, Row } from '../ui/layouts';
import { useKept } from '../ui/useKept';
import { useSettled } from '../ui/useSettled';
import { WeightField } from '../ui/WeightField';
import { parentage } from '../ui/words';
import { AimClasses } from './AimClasses';
import { AimExactly } from './AimExactly';
import { aimFields, aimRequest, freshAim, type AimFigure, type AimState } from './aimState';
import { AimTold } from './AimTold';
import { Becomes } from './Becomes';
import { Enough } from './Enough';
import { NewPlyBack } from './NewPlyBack';
import { useAim, useFibreWants, useYarnClasses } from './queries';
import { Suits } from './Suits';
import { Trail } from './Trail';
import { toleranceWord } from './words';
import { PliesAndTwist } from './PliesAndTwist';
import { WrapsField } from '../ui/WrapsField';
import layout from '../ui/layout.module.css';
import { KnownHere } from '../runs/KnownHere';
import { useUnits } from '../api/units';
import typography from '../ui/typography.module.css';

/** What stands in an address, where it is one of the words. */
const oneOf = <T extends string>(words: readonly T[], text: string | null) =>
  words.find((word) => word === text) ?? null;

/** The yarn that is wanted on one line, each ply-back under it at the same scale, and what to change next. */
export function AimPage() {
  const [search] = useSearchParams();
  const code = search.get('lot');
  const match = search.get('match');
  // A yarn that is to be matched stands in the fields as it was measured.
  const begin = useCallback(
    () => ({
      ...freshAim(),
      wraps: search.get('wraps') ?? '',
      degrees: search.get('angle') ?? '',
      plies: search.get('plies') ?? '',
      structure: oneOf(['plain', 'chain', 'cable'], search.get('structure')) ?? 'plain',
      twist: oneOf(['s', 'z'], search.get('twist')),
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
  if (lot.isLoadingError) return <ProblemNotice error={lot.error} retry={() => void lot.refetch()} />;
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
  const units = useUnits();
  const body = aimRequest(state, lot?.id ?? null, units);
  const told = state.wraps.trim() !== '';
  const classes = useYarnClasses(lot?.code ?? null);
  const wants = useFibreWants(lot?.code ?? null);
  // What stands under the classes is drawn with them: it would be pushed down under the finger when they come.
  const offered = !classes.isLoading && !wants.isLoading;
  const wish = frozen(body);
  const asked = useSettled(wish);
  const asking = useAim(asked, told && asked === wish);
  const refused = told && asking.error instanceof Problem && !asking.error.isAway ? asking.error : null;
  const view = told && !refused ? asking.data : undefined;
  const figure = (name: AimFigure, sent: string = name) => ({
    value: state[name] ?? '',
    onChange: (text: string) => set({ [name]: text }),
    error: refused?.at(sent),
  });
  const colour = lot?.colour ?? '';
  const strands = body.plies ?? view?.target.plies ?? null;
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
      <KnownHere step="spin" code={lot?.code} />
      <Row align="start" gap={1.5}>
        <WrapsField
          label="Washed yarn, wraps an inch"
          value={state.wraps}
          onChange={(wraps) => set({ wraps })}
          error={refused?.at('wraps')}
          help="14, 13-14, or 400 tex"
          autoFocus
        />
        <NumberField
          style={{ width: 110 }}
          label="Angle, °"
          {...figure('degrees')}
          placeholder={view?.target.degrees == null ? '' : String(view.target.degrees)}
          shrink={view !== undefined}
        />
        {state.structure === 'plain' && (
          <NumberField
            style={{ width: 90 }}
            label="Plies"
            whole
            {...figure('plies')}
            placeholder={view ? String(view.target.plies) : ''}
            shrink={view !== undefined}
          />
        )}
        <SelectField
          style={{ width: 255 }}
          label="Near enough"
          value={state.tolerance}
          onChange={(tolerance) => set({ tolerance })}
          words={toleranceWord}
        />
      </Row>
      <PliesAndTwist
        plies={strands}
        structure={state.structure}
        twist={state.twist ?? null}
        choose={({ plies, structure }) => set({ plies: String(plies), structure })}
        turn={(twist) => set({ twist })}
      />
      {view?.begins && <p className={typography.quiet}>{view.begins}</p>}
      {!told && (
        <>
          <p>
            Say how thick the washed yarn is to be, or begin from a class. What to spin follows, what a ply-back must
            read while you spin, and what each one says about the next.
          </p>
          {offered && (
            <AimClasses classes={classes.data ?? []} wants={wants.data ?? []} choose={(wraps) => set({ wraps })} />
          )}
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
          <AimTold view={view} />
          {lot === null && (
            <Suits
              asked={asked}
              enabled={asked === wish}
              to={(code) =>
                `/aim?${new URLSearchParams({
                  lot: code,
                  ...(match ? { match } : {}),
                  wraps: state.wraps,
                  ...(state.plies ? { plies: state.plies } : {}),
                  structure: state.structure,
                  ...(state.twist ? { twist: state.twist } : {}),
                  ...(state.degrees.trim() ? { angle: state.degrees } : {}),
                }).toString()}`
              }
            />
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
      {(told || offered) && (
        <AimExactly state={state} set={set} figure={figure} ratioError={refused?.at('ratio')} view={view} />
      )}
      {view?.standing.map((s) => (
        <p className={typography.quiet} key={s}>
          {s}
        </p>
      ))}
      {told && strands !== null && <Enough wraps={state.wraps} plies={strands} structure={state.structure} lot={lot} />}
      <RouterLink className={layout.selfStart} to={lot ? `/faults?lot=${lot.code}` : '/faults'}>
        What is wrong? What to look at, by what you see
      </RouterLink>
      <ProblemNotice error={refused && !refused.isToldAt(aimFields) ? refused : null} />
      <ProblemNotice error={asking.error instanceof Problem && asking.error.isAway ? asking.error : null} />
    </Column>
  );
}
