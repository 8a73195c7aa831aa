import type { Fitted, Lines } from './measureLines';
import type { PageMeasure, PageUse } from './page/composePages';
import type { ScaleRange } from './page/enlarge';

const same = (a: ReadonlySet<number>, b: ReadonlySet<number>): boolean =>
  a.size === b.size && [...a].every((x) => b.has(x));

/** Steps in which a page is made larger. */
const STEP = 0.025;

/** How some bars to a line are set: how much larger than described, and the pages that should take. */
interface Setting extends PageUse {
  readonly bars: number;
  readonly scale: number;
}

/** The largest setting with the same bars on each line as the smallest that may be, and on no more pages. */
function estimated(
  lines: Lines,
  bars: number,
  width: number,
  { least, most }: ScaleRange,
  use: PageMeasure,
  atMost = Infinity,
): Setting {
  const small = lines.breaksIn(width / least, bars);
  const systems = lines.estimate(small);
  const { pages, fill } = use(systems, least * small.shrink);
  for (let scale = most; scale > least + STEP / 2; scale -= STEP) {
    const { shrink, before } = lines.breaksIn(width / scale, bars);
    if (shrink < 1 || !same(before, small.before)) continue;
    const used = use(systems, scale);
    if (used.pages <= Math.min(pages, atMost)) return { bars, scale, ...used };
  }
  return { bars, scale: least, pages, fill };
}

/** A page under so much of its height is not full. */
const FULL = 0.8;
/** Where bars promised more room than there is, the setting is tried so much smaller. */
const BACK = 0.06;

/** A layout, how much larger than described, and the pages that it takes. */
interface Sized extends PageUse {
  readonly layout: Fitted;
  readonly scale: number;
}

/** A setting laid out: no larger than it takes no more pages than were promised. */
function sized(
  lines: Lines,
  { bars, scale, pages }: Setting,
  width: number,
  { least }: ScaleRange,
  use: PageMeasure,
): Sized {
  for (let at = scale; ; at = Math.max(least, at - BACK)) {
    const layout = lines.layOut(lines.breaksIn(width / at, bars));
    const used = use(layout.systems, at * layout.shrink);
    if (used.pages <= pages || at === least) return { layout, scale: at, ...used };
  }
}

/**
 * The largest layout on as few pages as may be. Where its pages would stay empty below, half as many bars stand on a
 * line if that fills them and takes no more pages.
 */
export function largest(lines: Lines, width: number, range: ScaleRange, use: PageMeasure): Sized {
  const { barsPerSystem: bars } = lines;
  const usual = estimated(lines, bars, width, range, use);
  if (usual.fill < FULL && bars >= 4 && bars % 2 === 0) {
    const half = sized(lines, estimated(lines, bars / 2, width, range, use, usual.pages), width, range, use);
    if (half.pages <= usual.pages && half.fill >= FULL) return half;
  }
  return sized(lines, usual, width, range, use);
}
