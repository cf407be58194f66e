import { DIVISION_FORMS, DIVISION_UNITS, division, formOf, TUPLET_COUNTS, type Division, type DivisionForm } from '@yibbo/core';
import { XStack } from '@tamagui/stacks';
import { Choices } from '../../../controls/Choices';
import { Stepper } from '../../../controls/Stepper';
import { Words } from '../../../controls/words';

interface DivisionControlsProps {
  readonly value: Division;
  readonly onChange: (value: Division) => void;
}

const FORMS = Object.keys(DIVISION_FORMS) as DivisionForm[];
/** The default tuplet: five in the space of four. */
const FIRST_TUPLET = { count: 5, inSpaceOf: 4 };

/** Any division: its unit, and whether it is straight, dotted, a triplet, or another tuplet. */
export function DivisionControls({ value, onChange }: DivisionControlsProps) {
  const form = formOf(value);
  const tuplet = (field: 'count' | 'inSpaceOf') => (step: -1 | 1) => onChange({ ...value, [field]: value[field] + step });
  const bounds = { count: [TUPLET_COUNTS.least, TUPLET_COUNTS.most], inSpaceOf: [1, TUPLET_COUNTS.most] } as const;
  const can = (field: 'count' | 'inSpaceOf') => ({ canLower: value[field] > bounds[field][0], canRaise: value[field] < bounds[field][1] });
  return (
    <>
      <Choices
        title="Steps"
        options={DIVISION_UNITS.map((unit) => ({ value: unit, name: unit }))}
        value={value.unit}
        onChange={(unit) => onChange({ ...value, unit })}
      />
      <Choices
        title="Form"
        options={[
          ...FORMS.map((each) => ({ value: each as string, name: each })),
          { value: 'other', name: form === null ? `Tuplet (${value.count} in ${value.inSpaceOf})` : 'Tuplet' },
        ]}
        value={form ?? 'other'}
        onChange={(to) => onChange(to === 'other' ? { unit: value.unit, ...FIRST_TUPLET } : division(value.unit, to as DivisionForm))}
      />
      {form === null ? (
        <XStack alignItems="center" gap={6}>
          <Stepper title="Steps in it" shown={String(value.count)} width={30} {...can('count')} onStep={tuplet('count')} />
          <Words small faded>
            in
          </Words>
          <Stepper title="In the space of" shown={String(value.inSpaceOf)} width={30} {...can('inSpaceOf')} onStep={tuplet('inSpaceOf')} />
        </XStack>
      ) : null}
    </>
  );
}
