const zod = require('zod');

/** The page's content policy forbids making code from text; told so, zod does not try. */
zod.config({ jitless: true });

module.exports = zod;
