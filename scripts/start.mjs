/** npm start: installs and builds what is missing, then serves app and API on one port. */
import { ensureBuilt, ensureInstalled, root } from './project.mjs';

ensureInstalled();
ensureBuilt();
process.chdir(root);
process.env.NODE_ENV ??= 'production';
process.env.YIBBO_ROOT = root;
// Whoever ends npm means the server, and npm does not always pass it on.
if (process.env.npm_lifecycle_event) process.env.YIBBO_ENDS_WITH_PARENT = 'yes';
await import('../server/dist/main.mjs');
