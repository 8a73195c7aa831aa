import { readFileSync } from 'node:fs';
import type { Page } from './test';

const AXE = readFileSync(require.resolve('axe-core/axe.min.js'), 'utf8');

/** What axe-core finds that is serious or critical, by rule. */
export async function seriousFindings(page: Page): Promise<string[]> {
  // The page's own policy lets no foreign script in: the checker runs in the test's world.
  await page.evaluate(AXE);
  return page.evaluate(async () => {
    const { axe } = window as unknown as {
      axe: { run: (o: object) => Promise<{ violations: { id: string; impact: string; nodes: { html: string }[] }[] }> };
    };
    const { violations } = await axe.run({
      runOnly: ['wcag2a', 'wcag2aa', 'wcag21aa'],
      resultTypes: ['violations'],
    });
    return violations
      .filter((v) => v.impact === 'serious' || v.impact === 'critical')
      .map((v) => `${v.id}: ${v.nodes[0]?.html.slice(0, 160)}`);
  });
}
