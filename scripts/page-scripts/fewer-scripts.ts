/** Scripts made one where that spares the browsers that load them more than it costs. */

/** Code that is always needed together. */
export interface Script {
  readonly modules: readonly string[];
  /** Characters of source in it. */
  readonly size: number;
  /** Who loads it, and how much that weighs. */
  readonly loadedBy: ReadonlyMap<string, number>;
  /** Stays as it is. */
  readonly alone: boolean;
  /** The scripts it cannot run without. */
  readonly needs: ReadonlySet<Script>;
}

/** A script more costs a browser (to ask for, link and run it) as much as reading so many characters of source. */
const A_SCRIPT = 4_000;

/** The script and all it cannot run without. */
function withNeeded(script: Script): Set<Script> {
  const needed = new Set([script]);
  for (const each of needed) for (const other of each.needs) needed.add(other);
  return needed;
}

/** How much it weighs that some load one of two without the other. */
function without(one: Script, other: Script): number {
  let weight = 0;
  for (const [page, its] of one.loadedBy) if (!other.loadedBy.has(page)) weight += its;
  return weight;
}

const weightOf = ({ loadedBy }: Script) => [...loadedBy.values()].reduce((sum, weight) => sum + weight, 0);

/** Characters spared, over all who load either, by making one of two; not counted is what they need besides. */
function sparedAtMost(one: Script, other: Script): number {
  const oneAlone = without(one, other);
  return A_SCRIPT * (weightOf(one) - oneAlone) - one.size * without(other, one) - other.size * oneAlone;
}

function spared(one: Script, other: Script): number {
  const both = { ...one, loadedBy: loadedByEither(one, other) };
  let loadedMore = 0;
  for (const needed of union(withNeeded(one), withNeeded(other)))
    if (needed !== one && needed !== other) loadedMore += (needed.size + A_SCRIPT) * without(both, needed);
  return sparedAtMost(one, other) - loadedMore;
}

/** Whether one cannot run without a third that cannot run without the other: then they cannot be one. */
function isBetween(one: Script, other: Script): boolean {
  const throughOthers = (from: Script, to: Script) =>
    [...from.needs].some((needed) => needed !== to && withNeeded(needed).has(to));
  return throughOthers(one, other) || throughOthers(other, one);
}

const loadedByEither = (one: Script, other: Script) => new Map([...one.loadedBy, ...other.loadedBy]);
const union = <Item>(one: Iterable<Item>, other: Iterable<Item>) => new Set([...one, ...other]);

/** All scripts, with the two made one. */
function madeOne(scripts: readonly Script[], one: Script, other: Script): Script[] {
  const both: Script = {
    modules: [...one.modules, ...other.modules],
    size: one.size + other.size,
    loadedBy: loadedByEither(one, other),
    alone: false,
    needs: new Set()
  };
  const needed = union(withNeeded(one), withNeeded(other));
  const after = new Map<Script, Script & { needs: Set<Script> }>();
  for (const script of scripts)
    if (script !== other)
      after.set(script, {
        ...(script === one
          ? both
          : needed.has(script)
            ? { ...script, loadedBy: loadedByEither(script, both) }
            : script),
        needs: new Set()
      });
  after.set(other, after.get(one)!);
  for (const script of scripts)
    for (const each of script.needs)
      if (after.get(each) !== after.get(script)) after.get(script)!.needs.add(after.get(each)!);
  return [...new Set(after.values())];
}

/**
 * As few scripts as pay: of all pairs the one that spares most is made one, until none spares anything.
 * @param scripts as finely cut as pages differ in what they need; none needs itself by way of others
 */
export function fewerScripts(scripts: readonly Script[]): readonly Script[] {
  for (;;) {
    const mergeable = scripts.filter(({ alone }) => !alone);
    const pairs = mergeable
      .flatMap((one, n) =>
        mergeable.slice(n + 1).map((other) => ({ one, other, atMost: sparedAtMost(one, other) }))
      )
      .filter(({ atMost }) => atMost > 0)
      .sort((a, b) => b.atMost - a.atMost);
    let best: { one: Script; other: Script; spared: number } | undefined;
    for (const { one, other, atMost } of pairs) {
      if (atMost <= (best?.spared ?? 0)) break;
      const inTruth = spared(one, other);
      if (inTruth > (best?.spared ?? 0) && !isBetween(one, other)) best = { one, other, spared: inTruth };
    }
    if (!best) return scripts;
    scripts = madeOne(scripts, best.one, best.other);
  }
}
