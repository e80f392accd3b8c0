import { isObject } from '../measure/is-object';
import { Rejection } from '../measure/rejection';
import type { DrillFile } from './drill-file';

const isNamed = (value: unknown) =>
  isObject(value) && typeof value['id'] === 'string' && typeof value['name'] === 'string';

/**
 * A drill as far as an editor can show it. Whether it can be flown is asked afterwards; what is kept is read by its schema.
 * @throws Rejection naming what of it is no drill's
 */
export function drillShaped(drill: unknown): DrillFile {
  if (!isObject(drill)) throw new Rejection('drill', drill, 'an object with a name, figures and phases');
  const refuse = (field: string, accepted: string): never => {
    throw new Rejection(field, drill[field], accepted);
  };
  for (const field of ['id', 'name', 'family', 'purpose'])
    if (typeof drill[field] !== 'string') refuse(field, 'words');
  for (const field of ['figures', 'phases', 'checks', 'covers', 'usualFaults'])
    if (!Array.isArray(drill[field])) refuse(field, 'a list');
  const { phases, figures, navigation } = drill as unknown as DrillFile;
  if (!figures.every(isNamed)) refuse('figures', 'figures with an id and a name each');
  if (!phases.every(isNamed)) refuse('phases', 'phases with an id and a name each');
  const twice = phases.find(({ id }, i) => phases.findIndex((phase) => phase.id === id) !== i);
  if (twice) throw new Rejection('phases', twice.id, 'an id of its own for each phase');
  if (navigation !== undefined) {
    if (!isObject(navigation)) refuse('navigation', 'what it is flown about, or nothing');
    const { others } = navigation;
    if (others !== undefined && !(Array.isArray(others) && others.every(isNamed)))
      throw new Rejection(
        'navigation.others',
        others,
        'further fixes with an id and a name each, or nothing'
      );
  }
  return drill as unknown as DrillFile;
}
