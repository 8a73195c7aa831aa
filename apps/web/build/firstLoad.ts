import { gzipSync } from 'node:zlib';
import type { Plugin, Rollup } from 'vite';

/** What is fetched before a teacher sees the shelf, and before a pupil sees the page, at most; the engraving aside. */
const LARGEST_FIRST_LOAD = 350 * 1024;
const SHELF = ['src/places/signIn/SignIn.tsx', 'src/places/shelf/Shelf.tsx'];
const PUPIL = ['src/places/pupil/PupilPage.tsx'];
/** Rooms that a pupil's page has no business in. */
const TEACHERS_OWN = /\/src\/places\/(?!pupil\/)\w+\//;

type Bundle = Rollup.OutputBundle;

const WORKER = /Worker-[^/]*\.js$/;

/**
 * The files that some modules need, with what those need in turn: scripts, and the workers, styles and fonts that they
 * name.
 * @param later whether what they fetch only when it is asked for counts too; the entry's places never do
 */
function filesFor(bundle: Bundle, modules: readonly string[], later: boolean): ReadonlySet<string> {
  const found = new Set<string>();
  const named = (text: string, isWanted: (name: string) => boolean): string[] =>
    Object.keys(bundle).filter((name) => isWanted(name) && text.includes(name.replace(/^assets\//, '')));
  const add = (name: string): void => {
    const file = bundle[name];
    if (file === undefined || found.has(name)) return;
    found.add(name);
    if (file.type === 'asset') {
      if (WORKER.test(name)) named(String(file.source), () => later).forEach(add);
      return;
    }
    file.imports.forEach(add);
    if (later && !file.isEntry) file.dynamicImports.forEach(add);
    named(file.code, (other) => WORKER.test(other) || !other.endsWith('.js')).forEach(add);
  };
  const isOf = (id: string | null): boolean => id !== null && modules.some((m) => id.endsWith(m));
  for (const [name, file] of Object.entries(bundle))
    if (file.type === 'chunk' && (file.isEntry || isOf(file.facadeModuleId))) add(name);
  return found;
}

const gzipped = (bundle: Bundle, names: Iterable<string>): number =>
  [...names].reduce((sum, name) => {
    const file = bundle[name];
    return file?.type === 'chunk' ? sum + gzipSync(file.code).length : sum;
  }, 0);

/** What a pupil needs, known once the bundle is made: the only files that are kept before they are asked for. */
const pupilsFiles = new Set<string>();
export const isPupils = (url: string): boolean => pupilsFiles.has(url.replace(/^\//, ''));

/**
 * Holds the first load to its budget, keeps the teacher's places out of the pupil's page, and lists the teacher's
 * files, which are fetched once the browser is idle.
 */
export function firstLoad(): Plugin {
  return {
    name: 'first-load',
    apply: 'build',
    generateBundle(_options, bundle) {
      const shelf = filesFor(bundle, SHELF, false);
      const pupil = filesFor(bundle, PUPIL, true);
      if (![...shelf].some((name) => bundle[name]?.type === 'chunk')) return;
      const bytes = gzipped(bundle, shelf);
      this.info(
        `first load: ${Math.round(bytes / 1024)} kB gzip to the shelf, ${Math.round(gzipped(bundle, filesFor(bundle, PUPIL, false)) / 1024)} kB to a pupil's page`,
      );
      if (bytes > LARGEST_FIRST_LOAD)
        this.error(`the first load has ${bytes} bytes gzip, more than ${LARGEST_FIRST_LOAD}: ${[...shelf].join(', ')}`);
      for (const name of pupil) {
        const file = bundle[name];
        const strange = file?.type === 'chunk' ? file.moduleIds.filter((id) => TEACHERS_OWN.test(id)) : [];
        if (strange.length > 0) this.error(`a pupil's page fetches ${strange.join(', ')}`);
        pupilsFiles.add(name);
      }
      const rest = Object.keys(bundle).filter((name) => name.endsWith('.js') && !pupil.has(name));
      this.emitFile({
        type: 'asset',
        fileName: 'assets/teacher.json',
        source: JSON.stringify(rest.map((name) => `/${name}`)),
      });
    },
  };
}
