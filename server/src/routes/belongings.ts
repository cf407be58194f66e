import { ownSendSchema, type OwnAnswer, type OwnPut } from '@yibbo/core';
import { Router } from 'express';
import type { Belongings } from '../database/belongings';
import { checked } from '../http/checked';
import { smallJson } from '../http/small-json';

/** The person's belongings: sounds, favourites, recipes, keys. `epoch` names this collection of it. */
export function belongingRoutes(belongings: Belongings, epoch: string): Router {
  const router = Router();

  router.post('/', ...smallJson, async (request, response) => {
    const { since, puts } = checked(ownSendSchema, request.body);
    await belongings.take(puts as readonly OwnPut[]);
    const answer: OwnAnswer = { epoch, revision: belongings.revision(), things: belongings.after(since) };
    response.json(answer);
  });

  return router;
}
