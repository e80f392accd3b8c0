import { configureGlobal } from 'fast-check';

/**
 * The same cases every time, so that what passed once passes again: a case found by chance would stop whoever comes next.
 * `HANZA_SEED=… npx vitest` looks at others.
 */
configureGlobal({ seed: Number(process.env['HANZA_SEED'] ?? 1) });
