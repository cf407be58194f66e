import { applyOwn, labelOf, type Answer, type Change, type ServerSong } from '@yibbo/core';

/** The Changes in an answer that a song at `revision` lacks, in the server's order. The server sends our own without their bodies, so
 *  those come from `own`. */
export function newsOf({ missed }: Pick<Answer, 'missed'>, revision: number, own: readonly Change[]): readonly Change[] {
  const ours = new Map(own.map((change) => [change.id, change]));
  return missed.filter((each) => each.revision > revision).map(({ id, change }) => change ?? ours.get(id)!);
}

/** The song as the server has it after an answer to Changes `own` of ours. */
export function afterAnswer(before: ServerSong, answer: Answer, own: readonly Change[]): ServerSong {
  const news = newsOf(answer, before.revision, own);
  if (news.length === 0) return before;
  return {
    ...before,
    song: news.reduce(applyOwn, before.song),
    revision: answer.revision,
    history: [...before.history, ...news.map(labelOf)],
  };
}
