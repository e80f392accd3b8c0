/** Prints a student's record as another process with another database reads it. */
import { database } from '../../src/lib/server/database';
import { logOf } from '../../src/lib/server/log';

const [identity, studentId] = process.argv.slice(2);
process.stdout.write(JSON.stringify(await logOf(JSON.parse(identity!), studentId!)));
await database().destroy();
