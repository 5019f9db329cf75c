import type { Schema } from '../api/client';
import { NumberField } from '../ui/NumberField';
import { Row } from '../ui/layouts';
import type { AimFigure, AimState } from './aimState';
import { OnTool } from './OnTool';
import { SelectField } from '../ui/SelectField';
import { byWord, firmnessWord } from './words';

interface Props {
  state: AimState;
  set: (part: Partial<AimState>) => void;
  /** What a field of figures is given: its text, what typing does, what was refused. */
  figure: (name: AimFigure, sent?: string) => { value: string; onChange: (text: string) => void; error?: string };
  ratioError: string | undefined;
  view: Schema['AimView'] | undefined;
}

/** What is usually left as it is: the tool and the hand, and the figures that are learned. */
export function AimExactly({ state, set, figure, ratioError, view }: Props) {
  return (
    <>
      <Row align="start" gap={1.5}>
        <OnTool value={state.tool} onChange={(tool) => set({ tool })} error={ratioError} />
        <NumberField
          style={{ width: 120 }}
          label="A draw, mm"
          {...figure('draw', 'drawMillimetres')}
          placeholder={view?.drawMillimetres ? String(view.drawMillimetres) : ''}
          shrink={Boolean(view?.drawMillimetres)}
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
          help="10 to 33 for socks"
        />
        <SelectField
          style={{ width: 230 }}
          label="The singles are"
          value={state.firmness ?? 'usual'}
          onChange={(firmness) => set({ firmness })}
          words={firmnessWord}
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
    </>
  );
}
