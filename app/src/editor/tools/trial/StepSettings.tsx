import { actionById, ruleById, SELECTION_RULES, type ActionId, type RecipeStep } from '@yibbo/core';
import { YStack } from '@tamagui/stacks';
import { Choices } from '../../../controls/Choices';
import { ParamControls } from '../../../controls/ParamControls';
import { Words } from '../../../controls/words';
import { BY_NOTES_ALONE } from '../../../acts/pattern/rules';
import { RECIPE_ACTIONS } from '../../../acts/trial/recipes';
import { selectPart } from '../../../state/session/selectors';
import { useAppSelector } from '../../../state/store';
import { divisionOf } from '../../screen/scope';

/** An action's settings as they begin. */
export function startOf(actionId: ActionId): RecipeStep['params'] {
  return actionById(actionId).params.parse({}) as RecipeStep['params'];
}

/** The settings of a step, and which notes it is for. */
export function StepSettings({ step, onChange }: { readonly step: RecipeStep; readonly onChange: (step: RecipeStep) => void }) {
  const grid = useAppSelector((state) => divisionOf(selectPart(state)));
  const action = RECIPE_ACTIONS.find(({ id }) => id === step.actionId);
  const rule = step.rule && SELECTION_RULES.find(({ id }) => id === step.rule?.ruleId);
  if (!action) return null;
  const setRule = (ruleId: string) =>
    onChange({
      actionId: step.actionId,
      params: step.params,
      ...(ruleId === ALL ? {} : { rule: { ruleId, params: ruleById(ruleId).params.parse({}) as RecipeStep['params'] } }),
    });
  return (
    <YStack gap={6} paddingVertical={4}>
      <ParamControls
        params={action.params}
        values={{ ...startOf(action.id), ...step.params }}
        grid={grid}
        isPanel
        onChange={(changed) => onChange({ ...step, params: { ...step.params, ...changed } })}
      />
      <Words small faded>
        On which notes
      </Words>
      <Choices title="On which notes" options={NOTES} value={step.rule?.ruleId ?? ALL} onChange={setRule} />
      {rule && step.rule ? (
        <ParamControls
          params={rule.params}
          values={{ ...rule.params.parse({}), ...step.rule.params }}
          grid={grid}
          isPanel
          onChange={(changed) => onChange({ ...step, rule: { ruleId: rule.id, params: { ...step.rule?.params, ...changed } } })}
        />
      ) : null}
    </YStack>
  );
}

const ALL = 'all';
const NOTES = [
  { value: ALL, name: 'All' },
  ...SELECTION_RULES.filter(({ id }) => BY_NOTES_ALONE.has(id)).map(({ id, label }) => ({ value: id, name: label })),
];
