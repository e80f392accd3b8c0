import { Rejection } from '../../core/measure/rejection';
import { mustExist } from '../attempt-rows';
import { as } from '../database';
import { teaches, type Identity } from '../identity';
import { log } from '../logging';
import { commandsOf, type GivenCommand } from './commands';
import { hearNews, type FlightNews } from './flight-news';
import { marksOf, type MadeMark } from './marks';
import { watchersOf, watches, watchesNoMore } from './watchers';

/** How things stand, told when somebody begins to listen and whenever some may have been missed. */
export interface FlightStands {
  ended: boolean;
  watchers: string[];
  commands: GivenCommand[];
  marks: MadeMark[];
}

const STILL_THERE_MS = 8000;
/** Whoever listens longer asks again, and is looked at again. */
const LONGEST_MS = 10 * 60_000;
/** Somebody whose network is this many pieces behind gets the rest from the chunks. */
const MOST_BEHIND = 50;

/**
 * Everything of one flight as it happens, as server-sent events: `stands`, `piece`, `command`, `marks`, `watchers`, `ended`.
 * Who teaches and does not fly is told of as watching.
 * @throws Rejection when there is no such attempt for this person
 */
export async function flightStream(identity: Identity, attemptId: string): Promise<Response> {
  const attempt = await as(identity, (db) => mustExist(db, attemptId));
  const isFlyer = attempt.startedBy === identity.accountId;
  if (!isFlyer && !teaches(identity))
    throw new Rejection('attempt', attemptId, 'an attempt you fly, or one of a student of yours');
  const isWatcher = !isFlyer;
  let close = () => {};
  const body = new ReadableStream<Uint8Array>({
    async start(controller) {
      const text = new TextEncoder();
      let isOpen = true;
      const send = (event: string, told: unknown) => {
        if (isOpen) controller.enqueue(text.encode(`event: ${event}\ndata: ${JSON.stringify(told)}\n\n`));
      };
      let order = Promise.resolve();
      const hear = (news: FlightNews) => {
        // The newest only, and at once: what it waits behind may take a while.
        if (news.kind === 'piece') {
          if ((controller.desiredSize ?? 0) > -MOST_BEHIND) send('piece', news.piece);
          return;
        }
        order = order.then(() => tell(news)).catch(give);
      };
      const give = (error: unknown) => {
        log.warn({ error }, 'a stream of a flight was given up');
        close();
      };
      const tell = async (news: Exclude<FlightNews, { kind: 'piece' }>) => {
        if (!isOpen) return;
        switch (news.kind) {
          case 'command':
            for (const command of await commandsOf(identity, attemptId, news.number))
              if (command.number === news.number) send('command', command);
            return;
          case 'mark':
            return send('marks', await marksOf(identity, attemptId));
          case 'watchers':
            return send('watchers', await watchersOf(identity, attemptId));
          case 'ended':
            return send('ended', {});
          case 'missed some':
            return send('stands', await standing());
        }
      };
      const standing = async (): Promise<FlightStands> => ({
        ended: (await as(identity, (db) => mustExist(db, attemptId))).finishedAt !== null,
        watchers: await watchersOf(identity, attemptId),
        commands: await commandsOf(identity, attemptId),
        marks: await marksOf(identity, attemptId)
      });
      const silence = await hearNews(attemptId, hear);
      const beat = setInterval(() => {
        if (isOpen) controller.enqueue(text.encode(': still there\n\n'));
        if (isWatcher) void watches(identity, attemptId).catch(give);
        // Whose server was killed left without a word.
        hear({ kind: 'watchers' });
      }, STILL_THERE_MS);
      const longest = setTimeout(() => close(), LONGEST_MS);
      close = () => {
        if (!isOpen) return;
        isOpen = false;
        silence();
        clearInterval(beat);
        clearTimeout(longest);
        if (isWatcher)
          watchesNoMore(identity, attemptId).catch((error: unknown) =>
            log.warn({ error }, 'somebody who left is still told of as watching')
          );
        try {
          controller.close();
        } catch {
          // The other end has closed it.
        }
      };
      if (isWatcher) await watches(identity, attemptId);
      hear({ kind: 'missed some' });
    },
    cancel: () => close()
  });
  return new Response(body, {
    headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-store, no-transform' }
  });
}
