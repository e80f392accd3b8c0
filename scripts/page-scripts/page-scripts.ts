/** Into which scripts the code of the pages is cut: few, since each costs a slow browser more than most of the code in it. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { rolldown, type OutputChunk } from 'rolldown';
import type { Plugin, Rolldown } from 'vite';
import { fewerScripts, type Script } from './fewer-scripts';

type Treeshake = Rolldown.InputOptions['treeshake'];

/** What every page loads before its own: the start of the application and the frame around all pages. */
const ALWAYS = /client.entry\.js$|client-optimized.(app|nodes.0)\.js$/;

/** The address of a file that is only known once all is written, as code names it until then. */
const ADDRESS_LATER = /import\.meta\.ROLLDOWN_FILE_URL_[\w$]+/g;

/** Whether the packages of modules declare that these do nothing by being read. */
function declarations(): (id: string) => false | undefined {
  const declared = new Map<string, false | undefined>();
  return (id) => {
    const folder = /^\/.*node_modules\/(@[^/]+\/)?[^/]+/.exec(id)?.[0];
    if (!folder) return undefined;
    if (!declared.has(folder)) {
      const { sideEffects } = JSON.parse(readFileSync(join(folder, 'package.json'), 'utf8'));
      declared.set(folder, sideEffects === false ? false : undefined);
    }
    return declared.get(folder);
  };
}

/** As finely cut as the pages differ in what they need. The bundler finds that out, from what the build has read already. */
async function cutFinely(build: Rolldown.PluginContext, treeshake: Treeshake): Promise<OutputChunk[]> {
  const declaredBy = declarations();
  const bundle = await rolldown({
    input: [...build.getModuleIds()].filter((id) => build.getModuleInfo(id)!.isEntry),
    treeshake,
    logLevel: 'silent',
    preserveEntrySignatures: 'strict',
    plugins: [
      {
        name: 'read-already',
        async resolveId(wanted, importer) {
          if (!importer) return { id: wanted };
          const found = await build.resolve(wanted, importer);
          return found && { id: found.id, external: found.external };
        },
        load(id) {
          const known = build.getModuleInfo(id);
          if (typeof known?.code !== 'string') return null;
          return {
            code: known.code.replace(ADDRESS_LATER, "''"),
            moduleSideEffects: known.moduleSideEffects ?? declaredBy(id),
            moduleType: 'ts'
          };
        }
      }
    ]
  });
  try {
    const { output } = await bundle.generate({ format: 'es' });
    return output.filter((file) => file.type === 'chunk');
  } finally {
    await bundle.close();
  }
}

/** How much it weighs beside that what is fetched while the page can be used. */
const LATER = 0.1;

/** By file, who loads it: each page, at first and in the end. */
function whoLoads(chunks: readonly OutputChunk[]): Map<string, Map<string, number>> {
  const byFile = new Map(chunks.map((chunk) => [chunk.fileName, chunk]));
  const loaded = (first: readonly OutputChunk[], next: (chunk: OutputChunk) => string[]) => {
    const all = new Set(first);
    for (const chunk of all) for (const file of next(chunk)) if (byFile.has(file)) all.add(byFile.get(file)!);
    return all;
  };
  const atFirst = ({ imports }: OutputChunk) => imports;
  /** But for the pages themselves, all of which the start of the application can fetch. */
  const inTheEnd = ({ imports, dynamicImports }: OutputChunk) => [
    ...imports,
    ...dynamicImports.filter((file) => !byFile.get(file)?.isEntry)
  ];
  const entries = chunks.filter(({ isEntry }) => isEntry);
  const always = entries.filter(({ facadeModuleId }) => ALWAYS.test(facadeModuleId ?? ''));
  const loadedBy = new Map(chunks.map(({ fileName }) => [fileName, new Map<string, number>()]));
  for (const page of entries)
    if (!always.includes(page))
      for (const next of [atFirst, inTheEnd])
        for (const { fileName } of loaded([...always, page], next))
          loadedBy.get(fileName)!.set(`${page.fileName} ${next.name}`, next === atFirst ? 1 : LATER);
  return loadedBy;
}

/** The finely cut chunks as scripts, but for what is asked for by its name and what one page alone needs. */
function scriptsOf(chunks: readonly OutputChunk[]): Script[] {
  const loadedBy = whoLoads(chunks);
  const scripts = new Map<string, Script & { needs: Set<Script> }>();
  for (const { fileName, modules, isEntry, isDynamicEntry, facadeModuleId, dynamicImports } of chunks) {
    const shared = Object.entries(modules).filter(
      ([id]) => !((isEntry || isDynamicEntry) && id === facadeModuleId)
    );
    const isOfOnePage = isEntry && loadedBy.get(fileName)!.size <= 2;
    if (shared.length && !isOfOnePage)
      scripts.set(fileName, {
        modules: shared.map(([id]) => id),
        size: shared.reduce((sum, [, { renderedLength }]) => sum + renderedLength, 0),
        loadedBy: loadedBy.get(fileName)!,
        // What a script fetches later is not asked for early with a page that needs it at once: so none has more of these than it must.
        alone: dynamicImports.length > 0,
        needs: new Set()
      });
  }
  for (const { fileName, imports } of chunks)
    for (const file of imports)
      if (scripts.has(fileName) && scripts.has(file)) scripts.get(fileName)!.needs.add(scripts.get(file)!);
  return [...scripts.values()];
}

/** Cuts the code of the pages into few scripts. @param treeshake as the build itself has it */
export function pageScripts(treeshake: Treeshake): Plugin {
  let scriptOf = new Map<string, number>();
  return {
    name: 'page-scripts',
    apply: 'build',
    applyToEnvironment: ({ name }) => name === 'client',
    options: (options) => ({ ...options, preserveEntrySignatures: 'allow-extension' }),
    async buildEnd(error) {
      if (error) return;
      const scripts = fewerScripts(scriptsOf(await cutFinely(this, treeshake)));
      scriptOf = new Map(scripts.flatMap(({ modules }, n) => modules.map((id) => [id, n] as const)));
    },
    outputOptions: (options) => ({
      ...options,
      codeSplitting: {
        includeDependenciesRecursively: false,
        groups: [{ name: (id: string) => (scriptOf.has(id) ? `shared-${scriptOf.get(id)}` : null) }]
      }
    })
  };
}
