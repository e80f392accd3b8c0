/** The core without a screen: `npm run -s hanza -- <command> [--json]`. */
import { run } from './run';

process.exitCode = await run(process.argv.slice(2));
