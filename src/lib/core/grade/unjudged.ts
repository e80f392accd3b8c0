import type { CorridorChannel } from '../drill/corridor';
import { channelsOf } from '../deviation/deviation';
import { phaseById } from '../drill/drill';
import type { Lesson } from '../drill/lesson';
import type { PhaseSpan } from '../drill/phase-tracker';
import { channelDefinitions, type ChannelId } from '../flight/channels';
import type { Flight } from '../flight/flight';
import { checkName, lackingFor } from './checks/checks';
import { quantityWords } from '../finding/quantity-words';

/** Something that was asked for and could not be judged, and the channels the flight would have had to record for it. */
export interface Unjudged {
  name: string;
  lacks: ChannelId[];
}

const channelName = (id: ChannelId) =>
  channelDefinitions.find((channel) => channel.id === id)?.name.toLowerCase() ?? id;
const nameOf = (channel: ChannelId) =>
  channel in quantityWords ? quantityWords[channel as CorridorChannel].name : channelName(channel);

/** What of a flown drill a flight says nothing about: an honest grade names it. */
export function unjudgedOf(flight: Flight, { drill }: Lesson, spans: readonly PhaseSpan[]): Unjudged[] {
  const flown = drill.phases.filter((phase) => spans.some(({ phaseId }) => phaseId === phase.id));
  const channels = new Set(flown.flatMap((phase) => phase.corridors.flatMap(channelsOf)));
  const corridors = [...channels]
    .filter((channel) => !flight.columns.has(channel))
    .map((channel) => ({ name: nameOf(channel), lacks: [channel] }));
  const checks = drill.checks
    .filter((check) => flown.some(({ id }) => id === check.phase))
    .map((check) => ({
      name: `${phaseById(drill, check.phase).name}: ${checkName(check)}`,
      lacks: lackingFor(flight, check)
    }))
    .filter(({ lacks }) => lacks.length > 0);
  return [...corridors, ...checks];
}

/** What was not recorded, as one sentence; null where nothing is missing. */
export function unjudgedWords(unjudged: readonly Unjudged[]): string | null {
  if (unjudged.length === 0) return null;
  const names = [...new Set(unjudged.flatMap(({ lacks }) => lacks))].map(channelName);
  return `Judged in part: ${unjudged.map(({ name }) => name.toLowerCase()).join(', ')} could not be judged, because this flight did not record ${names.join(', ')}.`;
}
