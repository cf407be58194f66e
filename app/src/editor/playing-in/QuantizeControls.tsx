import { division, gridOf, stepsOf, type DivisionUnit, type InputQuantize, type MeterShape } from '@yibbo/core';
import { Choices } from '../../controls/Choices';
import { Slider } from '../../controls/Slider';

/** Lines that input can be pulled to, in steps of a pattern's own meter. */
function quantizeChoices(meter: MeterShape): readonly { readonly value: string; readonly name: string }[] {
  const steps = (unit: DivisionUnit, form: 'straight' | 'triplet') => stepsOf(gridOf(division(unit, form), meter));
  return [
    { value: 'off', name: 'off' },
    ...(['1/4', '1/8', '1/16', '1/32'] as const).map((unit) => ({ value: steps(unit, 'straight'), name: unit })),
    ...(['1/8', '1/16'] as const).map((unit) => ({ value: steps(unit, 'triplet'), name: `${unit} triplet` })),
  ];
}

/** The controls of input quantize: which lines, and how much of the way. */
export function QuantizeControls({
  meter,
  value,
  title,
  onChange,
}: {
  readonly meter: MeterShape;
  readonly value: InputQuantize | null;
  readonly title: string;
  readonly onChange: (value: InputQuantize | null) => void;
}) {
  const strength = value?.strength ?? 100;
  const set = (steps: string) => onChange(steps === 'off' ? null : { steps: steps as InputQuantize['steps'], strength });
  return (
    <>
      <Choices title={title} options={quantizeChoices(meter)} value={value?.steps ?? 'off'} onChange={set} />
      {value ? (
        <Slider
          title="Strength of input quantize"
          low={10}
          high={100}
          step={5}
          value={strength}
          words={(percent) => `${percent} %`}
          onChange={(to) => onChange({ ...value, strength: to })}
        />
      ) : null}
    </>
  );
}
