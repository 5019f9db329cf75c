import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import TextField from '@mui/material/TextField';
import { NumberField } from '../ui/NumberField';
import { SelectField } from '../ui/SelectField';
import { WeightField } from '../ui/WeightField';
import { Row } from '../ui/layouts';
import { ply, type RehearsalForm } from './rehearsalForm';
import { heldWord, plyOrderWord, pliedWord } from './words';
import { UnitField } from '../ui/UnitField';
import { useUnits } from '../api/units';
import styles from './RehearseBench.module.css';

/** The order of the strips, and what they become. */
export function OrderFields({ form: { state, set, plies, at, figure, countsPlies, view } }: { form: RehearsalForm }) {
  return (
    <>
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
        <NumberField
          style={{ width: 150 }}
          label="How often"
          whole
          {...figure('times')}
          placeholder={view ? String(view.times) : ''}
          shrink={view !== undefined}
          help="empty: as often as there is"
        />
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
        {countsPlies && (
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
    </>
  );
}

/** Each ply's own order, and strips that weigh otherwise. */
export function PlyFields({ form: { plies, setPly, at } }: { form: RehearsalForm }) {
  return (
    <>
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
    </>
  );
}

/** How heavy the singles are to be, how it is drafted, and what it is knitted to. */
export function MeasureFields({ form: { state, figure, view } }: { form: RehearsalForm }) {
  const units = useUnits();
  return (
    <Row align="start" gap={1.5}>
      <UnitField style={{ width: 130 }} label="Singles" unit="tex" {...figure('singlesTex')} />
      <UnitField
        style={{ width: 170 }}
        label="Strip"
        unit={units.supply}
        {...figure('supply', 'supplyGramsPerMetre')}
        placeholder="if measured"
        shrink
      />
      <UnitField
        style={{ width: 200 }}
        label="Pieces for the fold"
        unit={units.length}
        {...figure('piece', 'pieceMillimetres')}
        placeholder={view?.fold ? view.fold.length : 'if spun from it'}
        shrink
      />
      {state.held === 'fold' && (
        <UnitField
          style={{ width: 190 }}
          label="Breadth of the hand"
          unit={units.length}
          {...figure('hand', 'handMillimetres')}
        />
      )}
      <NumberField
        style={{ width: 190 }}
        label="Taken up in plying, %"
        {...figure('takeUp', 'takeUpPercent')}
        placeholder={view ? String(view.takeUpPercent) : ''}
        shrink={view !== undefined}
      />
      <NumberField style={{ width: 150 }} label="Stitches a row" whole {...figure('stitches')} />
      <UnitField
        style={{ width: 165 }}
        label="Yarn a stitch"
        unit={units.length}
        {...figure('perStitch', 'millimetresPerStitch')}
      />
    </Row>
  );
}
