import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import { useMemo, useState } from 'react';
import { Problem, type Schema } from '../api/client';
import { read, remove, write } from '../api/keep';
import { KnittedPatch, RehearsedYarn, StripChart } from '../drawings/StripChart';
import { FromPhotograph } from '../photographs/FromPhotograph';
import { tappedAt } from '../api/clock';
import type { BenchProps } from '../runs/bench';
import { useBeginRun } from '../runs/beginRun';
import { runsOf } from '../runs/queries';
import { SelectField } from '../ui/SelectField';
import { Notice, ProblemNotice } from '../ui/Notices';
import { NumberField } from '../ui/NumberField';
import { WeightField } from '../ui/WeightField';
import { frozen, number } from '../ui/figures';
import { Column, Row } from '../ui/layouts';
import { useSettled } from '../ui/useSettled';
import { useRehearsal } from './queries';
import { SizeStrips } from './SizeStrips';
import { StripRun } from './StripRun';
import { StripSheet } from './StripSheet';
import { heldWord, plyOrderWord, pliedWord } from './words';
import layout from '../ui/layout.module.css';
import typography from '../ui/typography.module.css';
import styles from './RehearseBench.module.css';

interface ColourState {
  name: string;
  lotId: string | null;
  colour: string;
}

interface PlyState {
  order: Schema['PlyOrder'];
  by: string;
  own: string;
  plain: string;
  masses: string;
}

interface State {
  colours: ColourState[];
  repeat: string;
  times: string;
  mirrored: boolean;
  strip: string;
  plies: PlyState[];
  singlesTex: string;
  supply: string;
  piece: string;
  hand: string;
  held: Schema['HeldAs'];
  plied: Schema['YarnStructure'];
  stitches: string;
  perStitch: string;
}

const ply = (order: Schema['PlyOrder'] = 'same'): PlyState => ({ order, by: '1', own: '', plain: '', masses: '' });

const fresh: State = {
  colours: [],
  repeat: '',
  times: '1',
  mirrored: false,
  strip: '',
  plies: [ply(), ply()],
  singlesTex: '135',
  supply: '',
  piece: '',
  hand: '85',
  held: 'straight',
  plied: 'plain',
  stitches: '30',
  perStitch: '12',
};

const kept = 'rehearsal';
const letters = 'abcdefghijkl';

const whole = (text: string) => number(text) ?? 0;

/** The next letter that no colour is called by. */
const nextName = (colours: readonly ColourState[]) =>
  [...letters].find((l) => colours.every((c) => c.name !== l)) ?? `${colours.length + 1}`;

/** Strip charts that are ticked off; and strips in order for each ply, with what they look like before a gram is torn off. */
export function RehearseBench({ lots, runs }: BenchProps) {
  const [open, setOpen] = useState(() => !!read<State>(kept));
  const charts = runsOf(runs, 'divide');
  return (
    <Column className={layout.below16} gap={2}>
      {charts.map((run, i) => (
        <StripRun key={run.id} run={run} first={i === 0} />
      ))}
      {open ? (
        <Rehearse
          lots={lots}
          close={() => {
            remove(kept);
            setOpen(false);
          }}
        />
      ) : (
        <div>
          <Button variant="outlined" onClick={() => setOpen(true)}>
            Arrange strips and rehearse their colours
          </Button>
        </div>
      )}
    </Column>
  );
}

function Rehearse({ lots, close }: { lots: readonly Schema['LotLine'][]; close: () => void }) {
  const [state, setState] = useState<State>(() => ({ ...fresh, ...read<State>(kept) }));
  const set = (part: Partial<State>) => {
    const next = { ...state, ...part };
    write(kept, next);
    setState(next);
  };
  const starting = useBeginRun(close);
  const chain = state.plied === 'chain';
  const cable = state.plied === 'cable';
  const plies = chain
    ? state.plies.slice(0, 1)
    : cable
      ? [...state.plies, ply(), ply(), ply()].slice(0, 4)
      : state.plies;
  const body: Schema['RehearseRequest'] = {
    colours: state.colours.map((c) => ({ name: c.name, lotId: c.lotId, colour: c.colour.trim() || null })),
    repeat: state.repeat,
    times: whole(state.times),
    mirrored: state.mirrored,
    strip: state.strip,
    plies: plies.map((p) => ({
      order: p.order,
      by: whole(p.by),
      own: p.order === 'own' ? p.own : null,
      plain: p.order === 'plain' ? p.plain : null,
      masses: p.masses.trim() ? p.masses.split(';').map((m) => m.trim()) : null,
    })),
    singlesTex: whole(state.singlesTex),
    supplyGramsPerMetre: number(state.supply),
    pieceMillimetres: number(state.piece),
    handMillimetres: whole(state.hand),
    held: state.held,
    plied: state.plied,
    stitches: whole(state.stitches),
    millimetresPerStitch: whole(state.perStitch),
  };
  const wish = frozen(body);
  const asked = useSettled(wish);
  const told = state.colours.length > 0 && state.repeat.trim() !== '' && state.strip.trim() !== '';
  const asking = useRehearsal(asked, told && asked === wish);
  const refused = asking.error instanceof Problem && !asking.error.isAway ? asking.error : null;
  const view = told && !refused ? asking.data : undefined;
  const at = (field: string) => (told ? refused?.at(field) : undefined);
  const setPly = (i: number, part: Partial<PlyState>) =>
    set({ plies: plies.map((p, k) => (k === i ? { ...p, ...part } : p)) });
  const setColour = (i: number, part: Partial<ColourState>) =>
    set({ colours: state.colours.map((c, k) => (k === i ? { ...c, ...part } : c)) });
  const free = lots.filter((l) => state.colours.every((c) => c.lotId !== l.id));
  const figure = (
    name: 'times' | 'singlesTex' | 'supply' | 'piece' | 'hand' | 'stitches' | 'perStitch',
    sent: string = name,
  ) => ({
    value: state[name],
    onChange: (text: string) => set({ [name]: text }),
    error: at(sent),
  });
  const seen = [
    'repeat',
    'strip',
    'times',
    'singlesTex',
    'supplyGramsPerMetre',
    'pieceMillimetres',
    'handMillimetres',
    'stitches',
    'millimetresPerStitch',
    ...state.colours.map((_, i) => `colours[${i}].colour`),
    ...plies.flatMap((_, i) => [`plies[${i}].own`, `plies[${i}].plain`]),
  ];
  const singles = useMemo(() => (view?.plies ?? []).map((p) => p.singles), [view]);
  const drawn = view?.inHand.rows.length ?? 0;
  const shown = view && view.inHand.rowsInAll > drawn ? `, the first ${drawn} of ${view.inHand.rowsInAll} rows` : '';
  return (
    <section className={layout.below24} aria-label="Strips and their colours">
      {view && <StripSheet view={view} state={state} />}
      <Column gap={2} className="not-printed">
        {view && (
          <Column gap={1.5}>
            <StripChart
              plies={view.plies.map((p) =>
                p.strips.map((s) => ({ name: s.name, colour: s.colour, grams: s.mass.grams })),
              )}
              words={`Strips in order. ${view.plies.map((p, i) => `Ply ${i + 1}: ${p.strips.map((s) => s.name || 'plain').join(' ')}`).join('. ')}.`}
            />
            <RehearsedYarn
              singles={singles}
              yarn={view.yarn}
              words={`Singles of ${view.plies.length === 1 ? 'one ply' : `${view.plies.length} plies`} and ${view.yarnMetres} m of yarn.`}
            />
            <div className={styles.columns}>
              <div>
                <KnittedPatch rows={view.inHand.rows} words="A knitted patch as it looks in the hand." />
                <p className={typography.quiet}>in the hand{shown}</p>
              </div>
              <div>
                <KnittedPatch rows={view.acrossRoom.rows} words="The patch as it looks from across a room." />
                <p className={typography.quiet}>from across a room</p>
              </div>
            </div>
            <Column gap={0.5}>
              {[`${view.yarnMetres} m of yarn.`, ...view.sentences].map((s) => (
                <p key={s}>{s}</p>
              ))}
            </Column>
            {[...view.plies.map((p) => p.drift), ...view.needs.map((n) => n.short)]
              .filter((s) => s !== '')
              .map((s) => (
                <Notice key={s} tone="watch">
                  {s}
                </Notice>
              ))}
            <Row gap={1}>
              <Button
                variant="contained"
                disabled={starting.busy}
                onClick={() => starting.begin({ craft: 'divide', chart: body, startedAt: tappedAt() })}
              >
                Begin: tick the strips off
              </Button>
              <Button variant="outlined" onClick={() => window.print()}>
                Print the strip chart
              </Button>
            </Row>
          </Column>
        )}
        <h2>Colours</h2>
        {state.colours.map((c, i) => {
          const lot = lots.find((l) => l.id === c.lotId);
          const need = view?.needs[i];
          return (
            <Row align="start" key={c.name} gap={1}>
              <p className={styles.sentence}>{c.name}</p>
              <TextField
                style={{ width: 240 }}
                label={lot ? `${lot.code}, its colour` : 'Colour'}
                value={c.colour}
                onChange={(e) => setColour(i, { colour: e.target.value })}
                placeholder={lot?.colour || 'a word, or #C04020'}
                error={!!at(`colours[${i}].colour`)}
                helperText={
                  at(`colours[${i}].colour`) ??
                  (need ? `${need.strips} ${need.strips === 1 ? 'strip' : 'strips'}, ${need.mass.text}` : undefined)
                }
              />
              <TextField
                slotProps={{ inputLabel: { shrink: true } }}
                style={{ width: 90 }}
                type="color"
                label={`Pick ${c.name}`}
                value={need?.colour.toLowerCase() ?? '#e9ddc6'}
                onChange={(e) => setColour(i, { colour: e.target.value.toUpperCase() })}
              />
              <Button
                className={layout.above6}
                onClick={() => set({ colours: state.colours.filter((_, k) => k !== i) })}
              >
                Take {c.name} out
              </Button>
            </Row>
          );
        })}
        <Row gap={1}>
          {free.slice(0, 12).map((l) => (
            <Button
              key={l.id}
              variant="outlined"
              size="small"
              onClick={() =>
                set({ colours: [...state.colours, { name: nextName(state.colours), lotId: l.id, colour: '' }] })
              }
            >
              {l.code}
              {l.colour ? `, ${l.colour}` : ''}
            </Button>
          ))}
          <Button
            variant="outlined"
            size="small"
            onClick={() =>
              set({ colours: [...state.colours, { name: nextName(state.colours), lotId: null, colour: '#B7881B' }] })
            }
          >
            A colour of no lot
          </Button>
        </Row>
        <FromPhotograph
          step="divide"
          takeWord="Lay strips of these"
          mayTake={() => true}
          take={(c) =>
            set({
              // What there is keeps the lot's own colour; what is lacking is the picture's.
              colours: c.colours.map((p, i) => ({
                name: letters[i]!,
                lotId: p.isLacking ? null : (lots.find((l) => l.id === p.nearest?.id)?.id ?? null),
                colour: p.isLacking || !lots.some((l) => l.id === p.nearest?.id) ? p.colour : '',
              })),
              repeat: c.repeat.map((at) => letters[at]).join(' '),
            })
          }
        />
        <Row align="start" gap={1.5}>
          <TextField
            slotProps={{ inputLabel: { shrink: true } }}
            style={{ width: 220 }}
            label="Repeat"
            value={state.repeat}
            onChange={(e) => set({ repeat: e.target.value })}
            placeholder="a b c b"
            error={!!at('repeat')}
            helperText={at('repeat') ?? 'two dark to one pale: a a b'}
          />
          <NumberField style={{ width: 120 }} label="How often" whole {...figure('times')} />
          <div style={{ width: 160 }}>
            <WeightField
              label="A strip weighs"
              value={state.strip}
              onChange={(strip) => set({ strip })}
              error={at('strip')}
            />
          </div>
          <FormControlLabel
            control={<Checkbox checked={state.mirrored} onChange={(e) => set({ mirrored: e.target.checked })} />}
            label="Every second time backwards"
          />
        </Row>
        <Row align="start" gap={1.5}>
          <SelectField
            style={{ width: 210 }}
            label="Becomes yarn"
            value={state.plied}
            onChange={(plied) => set({ plied })}
            words={pliedWord}
          />
          <SelectField
            style={{ width: 240 }}
            label="Held"
            value={state.held}
            onChange={(held) => set({ held })}
            words={heldWord}
          />
          {!chain && !cable && (
            <Row className={styles.row} gap={1}>
              <Button disabled={plies.length >= 4} onClick={() => set({ plies: [...plies, ply()] })}>
                One ply more
              </Button>
              <Button disabled={plies.length <= 1} onClick={() => set({ plies: plies.slice(0, -1) })}>
                One ply fewer
              </Button>
            </Row>
          )}
        </Row>
        {plies.map((p, i) => (
          <Row align="start" key={i} gap={1.5}>
            {i > 0 && (
              <SelectField
                style={{ width: 210 }}
                label={`Ply ${i + 1}`}
                value={p.order}
                onChange={(order) => setPly(i, { order })}
                words={plyOrderWord}
              />
            )}
            {i > 0 && p.order === 'offset' && (
              <NumberField
                style={{ width: 130 }}
                label="Strips later"
                whole
                value={p.by}
                onChange={(by) => setPly(i, { by })}
              />
            )}
            {i > 0 && p.order === 'own' && (
              <TextField
                style={{ width: 220 }}
                label={`Order of ply ${i + 1}`}
                value={p.own}
                onChange={(e) => setPly(i, { own: e.target.value })}
                error={!!at(`plies[${i}].own`)}
                helperText={at(`plies[${i}].own`)}
              />
            )}
            {i > 0 && p.order === 'plain' && (
              <TextField
                style={{ width: 220 }}
                label={`Colour of ply ${i + 1}`}
                value={p.plain}
                onChange={(e) => setPly(i, { plain: e.target.value })}
                placeholder="a word, or #C04020"
                error={!!at(`plies[${i}].plain`)}
                helperText={at(`plies[${i}].plain`)}
              />
            )}
            <TextField
              slotProps={{ inputLabel: { shrink: true } }}
              style={{ width: 260 }}
              label={`Strips of ply ${i + 1} weigh`}
              value={p.masses}
              onChange={(e) => setPly(i, { masses: e.target.value })}
              placeholder="only if unlike: 10; 11; 10"
            />
          </Row>
        ))}
        <Row align="start" gap={1.5}>
          <NumberField style={{ width: 130 }} label="Singles, tex" {...figure('singlesTex')} />
          <NumberField
            style={{ width: 170 }}
            label="Strip, g per metre"
            {...figure('supply', 'supplyGramsPerMetre')}
            placeholder="if measured"
            shrink
          />
          <NumberField
            style={{ width: 200 }}
            label="Pieces for the fold, mm"
            {...figure('piece', 'pieceMillimetres')}
            placeholder={view?.fold ? String(view.fold.millimetres) : 'if spun from it'}
            shrink
          />
          {state.held === 'fold' && (
            <NumberField
              style={{ width: 190 }}
              label="Breadth of the hand, mm"
              {...figure('hand', 'handMillimetres')}
            />
          )}
          <NumberField style={{ width: 150 }} label="Stitches a row" whole {...figure('stitches')} />
          <NumberField
            style={{ width: 165 }}
            label="Yarn a stitch, mm"
            {...figure('perStitch', 'millimetresPerStitch')}
          />
        </Row>
        <SizeStrips take={(strip) => set({ strip })} />
        <Row gap={1}>
          <Button onClick={close}>Put the rehearsal away</Button>
        </Row>
        <ProblemNotice error={starting.error} />
        <ProblemNotice error={told && refused?.refusals.some((r) => !seen.includes(r.field)) ? refused : null} />
      </Column>
    </section>
  );
}
