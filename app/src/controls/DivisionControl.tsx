import type { ParamField } from '@yibbo/core';
import { XStack } from '@tamagui/stacks';
import { Press } from './Press';
import { Stepper } from './Stepper';

interface DivisionControlProps {
  readonly field: ParamField;
  readonly value: string;
  /** The division of the grid in use, by name: where stepping begins from "as the grid". */
  readonly grid: string;
  readonly onChange: (value: string) => void;
}

const GRID = 'grid';
const TRIPLET = ' triplet';
/** Where stepping begins from a division that has no name. */
const USUAL = '1/16';

/** A division of time as one stepper from coarse to fine, its triplet beside it, and the grid's own. */
export function DivisionControl({ field, value, grid, onChange }: DivisionControlProps) {
  const units = field.options.map((option) => option.value);
  const straight = coarseToFine(units.filter((unit) => unit !== GRID && !unit.endsWith(TRIPLET)));
  const isTriplet = value.endsWith(TRIPLET);
  const from = (value === GRID ? grid : value).replace(TRIPLET, '');
  const known = straight.indexOf(from);
  const at = known < 0 ? straight.indexOf(USUAL) : known;
  const named = (unit: string) => field.options.find((option) => option.value === unit)?.name ?? unit;
  const step = (direction: -1 | 1) => {
    const to = straight[known < 0 ? at : at + direction]!;
    onChange(isTriplet && units.includes(to + TRIPLET) ? to + TRIPLET : to);
  };
  const canBeTriplet = units.includes(from + TRIPLET);
  return (
    <XStack gap={4} flexWrap="wrap" flexShrink={1}>
      <Stepper
        title={field.title}
        shown={named(value === GRID ? from : value.replace(TRIPLET, ''))}
        width={46}
        lowerLabel={`${field.title}: coarser`}
        raiseLabel={`${field.title}: finer`}
        canLower={at > 0}
        canRaise={at < straight.length - 1}
        onStep={step}
      />
      {canBeTriplet ? (
        <Press
          label={`${field.title}: triplet`}
          shown="triplet"
          look={isTriplet ? 'on' : 'raised'}
          pressed={isTriplet}
          onPress={() => onChange(isTriplet ? from : from + TRIPLET)}
        />
      ) : null}
      {units.includes(GRID) ? (
        <Press
          label={`${field.title}: as the grid`}
          shown="grid"
          look={value === GRID ? 'on' : 'raised'}
          pressed={value === GRID}
          onPress={() => onChange(value === GRID ? straight[at]! : GRID)}
        />
      ) : null}
    </XStack>
  );
}

/** The units in order of length: a beat comes after half a bar of 4/4. */
function coarseToFine(units: readonly string[]): readonly string[] {
  return units.includes('beat')
    ? units.filter((unit) => unit !== 'beat').flatMap((unit) => (unit === '1/2' ? [unit, 'beat'] : [unit]))
    : units;
}

/** Whether a param is a division of the kind this steps through. */
export function isStepped({ control, options }: ParamField): boolean {
  return control === 'division' && options.some(({ value }) => value === USUAL);
}
