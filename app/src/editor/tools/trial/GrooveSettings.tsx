import { notesOf, readGroove, stepsOfGroove } from '@yibbo/core';
import { takeGroove } from '../../../acts/trial/take-groove';
import { useAppDispatch, useAppSelector } from '../../../state/store';
import { GroovePicture } from './GroovePicture';
import { TakenFrom } from './TakenFrom';

/** Draws a groove's shifts, and names the pattern it was taken from unless it is a ready one. */
export function GrooveSettings({ groove, taken }: { readonly groove: string; readonly taken: string }) {
  const steps = stepsOfGroove(groove as 'taken', taken);
  return (
    <>
      {steps ? <GroovePicture groove={steps} title="The groove, a line for each step" /> : null}
      {groove === 'taken' ? <TakeGroove taken={taken} /> : null}
    </>
  );
}

/** The patterns of the song that a groove can be taken from, by name. */
function TakeGroove({ taken }: { readonly taken: string }) {
  const dispatch = useAppDispatch();
  const document = useAppSelector((state) => state.song.document);
  const patterns = document?.patterns.filter(({ id }) => notesOf(document, id).length > 0) ?? [];
  const name = readGroove(taken)?.name;
  return (
    <TakenFrom
      options={patterns.map((pattern) => ({ value: pattern.id, name: pattern.name }))}
      value={patterns.find((pattern) => pattern.name === name)?.id ?? null}
      onChange={(id) => dispatch(takeGroove(id))}
    />
  );
}
