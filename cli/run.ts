import { Rejection } from '../src/lib/core/measure/rejection';
import { habitNames } from '../src/lib/core/pilot/habits';
import { airplaneCommands } from './airplane-commands';
import { flightCommands } from './flight-commands';
import { libraryCommands } from './library-commands';
import { options, positionals, print, readWords, type Commands } from './options';
import { planningCommands } from './planning-commands';
import { procedureCommands } from './procedure-commands';
import { scanCommands } from './scan-commands';

const HELP = `hanza <command> [options]

  plan   [--drill ID] [--aircraft ID]   a sensible plan to start from, as JSON
  brief  --plan FILE            what to expect of a plan, phase by phase
  fly    --plan FILE --out F    a simulated pilot flies it; F ends in .parquet or .csv
         [--habit NAME=0..1 ...]        with these habits: ${Object.keys(habitNames).join(', ')}
  grade  --plan FILE --flight F.parquet   findings and grade of a recorded flight
  eyes   --plan FILE --out F.csv [--habit …] [--offset S]   a simulated eye tracker watches that pilot; --live prints as it comes
  scan   --plan FILE --flight F.parquet [--gaze F.csv --offset S]   where the eyes went, and what it cost
  trim   --ias KT [--vs FT/MIN] [--flaps DEG] [--gear 0|1] [--propeller 0..1] [--altitude FT] [--aircraft ID or FILE.json]
  modes  as trim, or --aircraft FILE.json with a textbook's derivatives: the natural motions
  wind      --course DEG --tas KT --wind DIR/KT      heading, correction, groundspeed
  intercept --course DEG --aside NM --tas KT --wind DIR/KT [--angle DEG]   + aside: right of the course
  arc       --radius NM --from RADIAL --to RADIAL [--direction clockwise|counter-clockwise] --tas KT --wind DIR/KT
  hold      --course DEG [--turn right|left] [--leg S or --distance NM] --tas KT --wind DIR/KT [--heading DEG on arrival]
  reversal  [--kind 45/180|80/260|teardrop|racetrack] --course DEG [--turn right|left] [--within NM] --tas KT --wind DIR/KT
  station-time --minutes MIN --degrees DEG --tas KT [--groundspeed KT]
  procedure list                the approaches there are
  procedure check  ID or FILE.json [--world FILE.json]   what of an approach cannot be, place by place
  procedure card   ID or FILE.json [--aircraft ID] [--ias KT] [--wind DIR/KT] [--temperature C] [--transition ID|vectors]
         [--line NAME] [--altimeter local|remote] [--lights on|out] [--technique step-down|continuous]   its briefing; the same as: card ID
  procedure profile ID or FILE.json   the floors on its way in
  drills [ID]                   the drills there are; one of them as JSON
  syllabus [FILE.json]          whether a syllabus fits, and its lessons; without a file the one that ships
  schema plan|aircraft|drill|approach|derivatives|dwell|syllabus   the JSON Schema of that file

  --json  answers as JSON. Exit code 2: an input does not fit; the line says which.`;

const commands: Commands = {
  ...flightCommands,
  ...scanCommands,
  ...airplaneCommands,
  ...planningCommands,
  ...procedureCommands,
  ...libraryCommands
};

/** Does what the words typed after `hanza` ask for. @returns the exit code: 2 where an input does not fit, after one line that names it */
export async function run(words: readonly string[]): Promise<number> {
  try {
    readWords(words);
    const name = positionals[0];
    const command = commands[name ?? ''];
    if (command && !options.help) await command();
    else {
      print(HELP);
      if (!options.help && name !== undefined)
        throw new Rejection('command', name, `one of ${Object.keys(commands).join(', ')}`);
    }
    return 0;
  } catch (error) {
    if (!(error instanceof Rejection)) throw error;
    process.stderr.write(`hanza: ${error.message}\n`);
    return 2;
  }
}
