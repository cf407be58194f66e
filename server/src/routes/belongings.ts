import { ownSendSchema, type OwnAnswer, type OwnPut } from '@yibbo/core';
import { Router } from 'express';
import type { Belongings } from '../database/belongings';
import { checked } from '../http/checked';
import { jsonUpTo } from '../http/small-json';

/** Some phrases of the shelf have thousands of notes. */
const LIMIT = 4 * 1024 * 1024;

/** The person's belongings: sounds, favourites, recipes, phrases, keys. `epoch` names this collection of it. */
export function belongingRoutes(belongings: Belongings, epoch: string): Router {
  const router = Router();

  router.post('/', ...jsonUpTo(LIMIT), async (request, response) => {
    const { since, puts } = checked(ownSendSchema, request.body);
    await belongings.take(puts as readonly OwnPut[]);
    const answer: OwnAnswer = { epoch, revision: belongings.revision(), things: belongings.after(since) };
    response.json(answer);
  });

  return router;
}
