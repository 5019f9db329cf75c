import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import { useWindow } from '../ui/useWindow';
import { useDeferredValue, useEffect, useMemo, useRef, useState, type FormEvent } from 'react';
import { api, Problem, type Schema } from '../api/client';
import { invalidate, refreshLog, useAir, useSession } from '../api/queries';
import { Ribbon } from '../drawings/Ribbon';
import { MassOf, NumberOf } from '../ui/Figure';
import { frozen } from '../ui/figures';
import { newKey } from '../api/keep';
import { useKept } from '../ui/useKept';
import { Notice, ProblemNotice } from '../ui/Notices';
import { airWords, lossWord, stepDone } from '../ui/words';
import { ConfirmDraft } from '../ledger/ConfirmDraft';
import { DraftQuestion } from '../ledger/Question';
import { onSameAgain } from '../ui/sameAgain';
import { Keypad } from '../ui/Keypad';
import { KeypadHere } from '../ui/WeightField';
import {
  freshState,
  fromDraft,
  nextPart,
  toRequest,
  type OnBench,
  type StationState,
  type Taking,
} from './stationState';
import { isRestUnsaid, RestQuestion } from './RestQuestion';
import { StationFields } from './StationFields';
import { isBeforeMade, TimeQuestion } from './TimeQuestion';
import { stepView } from './stepView';
import { WaitingTufts } from './WaitingTufts';
import { useWeighUp } from './queries';
import { useSend } from '../api/change';
import { Row } from '../ui/layouts';
import { useUnits } from '../api/units';
import layout from '../ui/layout.module.css';
import styles from './StationBench.module.css';

/** What was logged last at a station. */
export interface Logged {
  answer: Schema['EntryAnswer'];
  /** The name of the animal it is of; empty where none is noted. */
  animal: string;
}

const rootOf = (code: string) => code.split('.')[0];

/** Fibre of the fleece that was logged, or of its animal by its name. */
const isOfSameAnimal = (lot: Schema['LotLine'], { answer, animal }: Logged) =>
  answer.made.some((made) => rootOf(made.code) === rootOf(lot.code)) || (animal !== '' && lot.animal === animal);

interface Props {
  station: Schema['StationView'];
  lots: readonly Schema['LotLine'][];
  wanted: string | null;
  draft: Schema['DraftView'] | null;
  /** A run that is being logged: what it tells is filled in. */
  run: { id: string; goesOn: boolean; state: Partial<StationState> } | null;
  quiet: boolean;
  /** What was logged here last, and the name of the animal it is of. */
  after: Logged | null;
  onLogged: (answer: Schema['EntryAnswer'] | null, animal: string) => void;
  left: () => void;
}

export function StationBench({ station, lots, wanted, draft, run, quiet, after, onLogged, left }: Props) {
  const units = useUnits();
  const session = useSession();
  const air = useAir();
  const filled = run?.state;
  const fresh = useMemo(
    () => (draft ? () => fromDraft(draft, station) : () => ({ ...freshState(station)(), ...filled })),
    [draft, station, filled],
  );
  const [state, change, clear] = useKept(
    `station ${station.step} ${draft?.id ?? run?.id ?? ''}${run?.goesOn ? ' goes on' : ''} ${wanted ?? ''}`,
    fresh,
  );
  const kept = useRef<string[] | null>(null);
  /** Why it became a draft. */
  const [drafted, setDrafted] = useState<Schema['EntryAnswer'] | null>(null);

  // One number and one tap: the lot one came for, or the one that waits longest, is on the bench already; after an entry only what is of the
  // same animal, for a weight of another would be logged by one stray Enter.
  const waits = lots.filter((l) => l.next === station.step && (!after || isOfSameAnimal(l, after)));
  const [laid, setLaid] = useState<string | null>(null);
  /** What was logged from here: that it is gone is no news. */
  const [own, setOwn] = useState<readonly string[]>([]);
  const isThere = (id: string) => lots.some((l) => l.id === id);
  // What lay here, or was typed for, may be used up meanwhile at another screen: nothing slips into its place.
  const awaited = state.from === null ? (state.for ?? laid) : null;
  const isGone = awaited !== null && !isThere(awaited) && !own.includes(awaited);
  const usual = isGone ? undefined : (lots.find((l) => l.code === wanted) ?? waits[0]);
  const next = usual?.id ?? null;
  if (next !== laid && (laid === null || (!isThere(laid) && own.includes(laid)))) setLaid(next);
  // What was typed while another lot was the one on the bench says nothing of this one.
  const forAnother = state.from === null && state.for !== null && usual !== undefined && state.for !== usual.id;
  useEffect(() => {
    if (forAnother) clear();
  }, [forAnother, clear]);
  const type = (part: Partial<typeof state>) => change({ for: usual?.id ?? null, ...part });
  const chosen = state.from ?? (usual ? [{ lotId: usual.id, all: true, mass: '' }] : []);
  // A lot that somebody else used up meanwhile is no longer there.
  const there = chosen.filter((t) => isThere(t.lotId));
  const animal = lots.find((l) => l.id === there[0]?.lotId)?.animal ?? '';
  const gives = lots.find((l) => l.id === there[0]?.lotId)?.gives ?? station.gives;
  const onBench: OnBench = {
    ...state,
    from: there,
    // The form that is usually made of what lies here, until another is chosen.
    to: state.to.map((t) => ({ ...t, form: t.form && gives.includes(t.form) ? t.form : gives[0]! })),
  };

  const requestOf = (typed: OnBench) =>
    toRequest(
      station.step,
      typed,
      lots,
      air.data?.humidityPercent ?? null,
      run?.id ?? draft?.request.runId ?? null,
      units.yarn,
    );
  const request = requestOf(onBench);
  const asked = useDeferredValue(frozen(request));
  const weighUp = useWeighUp(asked, there.length > 0);
  const weighed = weighUp.error ? undefined : weighUp.data;
  const refused = weighUp.error instanceof Problem && !weighUp.error.isAway ? weighUp.error : null;

  const { go, error, busy, away, clearError } = useSend(
    async (body: Schema['StepRequest'], key: string) =>
      (await api.POST('/api/entries', { body, params: { header: { 'Idempotency-Key': key } } })).data!,
    (stored) => {
      setDrafted(stored.kept ? null : stored);
      if (stored.kept) {
        kept.current = onBench.to.map((t) => t.mass);
        onLogged(stored, animal);
        setOwn(there.map((t) => t.lotId));
        const part = draft || run ? null : nextPart(onBench);
        clear();
        // After a part the bench stays with the part: the next load is again one.
        if (part) change({ for: usual?.id ?? null, ...part });
        else left();
      } else {
        // The next try is another entry; it replaces this draft.
        change({ key: newKey(), draftId: stored.draftId ?? null });
      }
      void refreshLog();
    },
  );
  // The key for "same again": the weights that were logged here last.
  useEffect(
    () =>
      onSameAgain(() => {
        const last = kept.current;
        if (last) change({ to: state.to.map((t, i) => ({ ...t, mass: last[i] ?? t.mass })) });
      }),
    [change, state.to],
  );
  const settled = (answer: Schema['EntryAnswer']) => {
    setDrafted(answer.kept ? null : answer);
    if (answer.kept) {
      onLogged(answer, animal);
      setOwn(there.map((t) => t.lotId));
      clear();
      left();
    } else change({ draftId: answer.draftId ?? null });
    void refreshLog();
  };
  const send = (body = request) => {
    setDrafted(null);
    onLogged(null, '');
    setMissing(false);
    void go(body, state.key);
  };
  // What became of the rest is said by a tap, which logs it.
  const sayRest = (from: Taking[]) => {
    change({ from });
    send(requestOf({ ...onBench, from }));
  };
  // Enter on an empty field logs nothing: without a weight it is logged by a button of its own.
  const unweighed = onBench.to.every((t) => t.mass.trim() === '');
  const [missing, setMissing] = useState(false);
  const submit = (e: FormEvent) => {
    e.preventDefault();
    if (unweighed) setMissing(true);
    else send();
  };
  // Someone else was quicker: what they left is fetched, and the typed figures stay.
  useEffect(() => {
    if (error?.status === 409) void invalidate(['/api/lots']);
  }, [error]);

  // Said once a figure stands there, or it was refused: before that nobody takes anything.
  const typed = onBench.to.some((t) => t.mass.trim() !== '') || there.some((t) => t.mass.trim() !== '');
  const reserved =
    error?.refusals.find((r) => r.code === 'reserved')?.reason ?? (typed ? weighed?.reserved : undefined);
  const view = stepView(station.step, onBench, lots, weighed);
  const colour = lots.find((l) => l.id === there[0]?.lotId)?.colour ?? '';
  const balance = weighed?.balance;
  const mayLog = session.data?.workshop?.role !== 'looker';
  const form = useRef<HTMLFormElement>(null);
  const phone = !useWindow('md');
  const [letters, setLetters] = useState(false);

  return (
    <KeypadHere value={phone && !letters}>
      <form className={styles.form} ref={form} onSubmit={submit} noValidate>
        <WaitingTufts
          step={station.step}
          lots={lots}
          chosen={there}
          onChange={(from) => {
            clearError();
            if (from.length === 0) clear();
            type({ from });
          }}
          refusals={isRestUnsaid(error) ? refused : (error ?? refused)}
          understood={weighed?.understood ?? []}
        />
        {isGone && (
          <Notice tone="watch">
            What lay here does not wait any more: it was logged, or taken to work, meanwhile. Choose what this is of.
          </Notice>
        )}
        {there.length > 0 && (
          <>
            <div className={styles.columns}>
              <Ribbon view={view} colour={colour} label="This step, drawn by mass" />
              <div className={styles.stack}>
                {balance?.yield && <NumberOf number={balance.yield} label={balance.noil ? 'top' : 'kept'} size="big" />}
                {balance?.noil && <NumberOf number={balance.noil} label="noil, of top and noil" />}
                {balance?.byDifference && <MassOf mass={balance.byDifference} label="left by difference" />}
                {balance?.lostNotWeighed ? (
                  <MassOf mass={balance.lostNotWeighed} label={`lost, not weighed: ${lossWord[balance.lostKind!]}`} />
                ) : (
                  balance?.unaccounted && <MassOf mass={balance.unaccounted} label="unaccounted" />
                )}
              </div>
            </div>
            <div aria-live="polite">
              {weighed?.aboveTheBook && !drafted && (
                <Notice tone="watch">{weighed.aboveTheBook} Log it, and say which.</Notice>
              )}
              <TimeQuestion
                problem={error ?? refused}
                busy={busy}
                onEarlier={() => {
                  change({ sourcesEarlier: true });
                  send(requestOf({ ...onBench, sourcesEarlier: true }));
                }}
                onNow={() => {
                  clearError();
                  change({ doneAt: '' });
                }}
              />
              <RestQuestion
                problem={error}
                from={there}
                lots={lots}
                busy={busy}
                onSaid={sayRest}
                onOther={
                  run
                    ? undefined
                    : () => {
                        clearError();
                        change({ from: [] });
                      }
                }
              />
              {balance &&
                !weighed?.aboveTheBook &&
                ['impossible', 'suspicious', 'unusual'].includes(balance.status) &&
                !isRestUnsaid(error) &&
                !drafted && (
                  <Notice tone={balance.status === 'impossible' ? 'stop' : 'watch'}>{balance.sentence}</Notice>
                )}
              {weighed?.unlike && !drafted && <Notice tone="watch">{weighed.unlike} Log it, and say which.</Notice>}
              {drafted && (
                <Notice tone="watch">
                  {drafted.sentence}
                  <DraftQuestion key={drafted.draftId} draftId={drafted.draftId!} done={settled} />
                  <Row className={layout.above8} gap={1}>
                    <ConfirmDraft draftId={drafted.draftId!} done={settled} />
                    <p className={layout.selfMiddle}>or change the figures below and log it again.</p>
                  </Row>
                </Notice>
              )}
            </div>
            <StationFields
              station={station}
              fibre={lots.find((l) => l.id === there[0]?.lotId)?.fibre ?? 'wool'}
              gives={gives}
              quiet={quiet}
              state={onBench}
              change={(part) => {
                clearError();
                // At another time what it takes from may have been there or not.
                type('doneAt' in part ? { ...part, sourcesEarlier: false } : part);
              }}
              at={(field) =>
                (field === 'doneAt' && isBeforeMade(error ?? refused)
                  ? undefined
                  : (error?.at(field) ?? refused?.at(field))) ??
                (missing && unweighed && field === 'to[0].mass'
                  ? 'Nothing is logged yet: the weight is missing.'
                  : undefined)
              }
              question={(field) =>
                (error ?? refused)?.refusals.find((r) => r.code === 'unlikely' && r.field.startsWith(field))
              }
              air={airWords(air.data)}
              dressing={weighed?.dressing ?? []}
              dyeing={weighed?.dyeing}
              currency={session.data?.currency ?? ''}
              keypad={<Keypad within={form} letters={letters} setLetters={setLetters} />}
              understood={(field) => weighed?.understood.find((u) => u.field === field)?.logged.text}
            >
              <ProblemNotice
                error={
                  (isRestUnsaid(error) || isBeforeMade(error) ? null : error) ??
                  (refused?.refusals.some((r) => r.field === 'from' || r.field === 'losses' || r.field === 'to')
                    ? refused
                    : null)
                }
              />
              {away && (
                <Notice tone="watch">
                  The server or its database is away. Your entry is kept here and goes in by itself, once, when it is
                  back.
                </Notice>
              )}
              {(reserved || state.intoReserve) && (
                <Notice tone="watch">
                  {reserved ?? 'This goes into what is kept for a project.'}
                  <FormControlLabel
                    control={
                      <Checkbox
                        checked={state.intoReserve}
                        onChange={(e) => {
                          clearError();
                          change({ intoReserve: e.target.checked });
                        }}
                      />
                    }
                    className={styles.field}
                    label="Take from the reserve all the same"
                  />
                </Notice>
              )}
              <Button
                className={styles.button}
                type="submit"
                variant="contained"
                size="large"
                disabled={busy || !mayLog}
              >
                {away ? 'Waiting to send' : `Log it as ${stepDone[station.step]}`}
              </Button>
              {unweighed && (
                <Button className={layout.selfStart} onClick={() => send()} disabled={busy || !mayLog}>
                  {station.usualState === 'damp' ? 'Log it now, weigh it when it is dry' : 'Log it without a weight'}
                </Button>
              )}
            </StationFields>
          </>
        )}
      </form>
    </KeypadHere>
  );
}
