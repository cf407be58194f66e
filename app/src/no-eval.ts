import { z } from 'zod';

/** The page's content policy forbids making code from text; told so, zod does not try. */
z.config({ jitless: true });
