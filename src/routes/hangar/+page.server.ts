import { randomUUID } from 'node:crypto';
import { sameLine } from '$core/aircraft/measured-line';
import { aircraftCatalogue } from '$core/aircraft/catalogue';
import { Rejection } from '$core/measure/rejection';
import { formOf, identityFrom, idFrom, instructorFrom, refusing } from '$lib/server/answers';
import { acceptLine, acceptedLines, proposals, setLineRemoved } from '$lib/server/cards';
import { teaches } from '$lib/server/identity';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, url }) => {
  const identity = identityFrom(locals);
  const asked = url.searchParams.get('aircraft');
  const aircraft = aircraftCatalogue.find((a) => a.id === asked) ?? aircraftCatalogue[0]!;
  const accepted = await acceptedLines(identity, aircraft.id);
  const proposed = teaches(identity)
    ? (await proposals(identity, aircraft.id))
        .filter((line) => !accepted.some((kept) => sameLine(kept.line, line)))
        .slice(0, 8)
    : [];
  return {
    aircraftId: aircraft.id,
    accepted,
    proposed: proposed.map((line) => ({ id: randomUUID(), line }))
  };
};

export const actions: Actions = {
  accept: async ({ request, locals }) => {
    const identity = instructorFrom(locals);
    const form = await formOf(request);
    return refusing(async () => {
      let line: unknown;
      try {
        line = JSON.parse(String(form.get('line') ?? ''));
      } catch {
        throw new Rejection('line', undefined, 'a measured line');
      }
      const name = String(form.get('name') ?? '').trim();
      await acceptLine(identity, {
        id: idFrom(String(form.get('id'))),
        aircraft: String(form.get('aircraft')),
        line: typeof line === 'object' && line !== null && name ? { ...line, name } : line
      });
      return { accepted: true };
    });
  },
  remove: async ({ request, locals }) => {
    const identity = instructorFrom(locals);
    const form = await formOf(request);
    const removed = form.get('undo') === null;
    await setLineRemoved(identity, idFrom(String(form.get('id'))), removed);
    return { removed: removed ? String(form.get('id')) : null };
  }
};
