/** Every sheet can be read by everybody: contrast, names and roles of what is pressed, nothing past the edge; light and dark. */
import AxeBuilder from '@axe-core/playwright';
import { expect, test } from '@playwright/test';
import { field, signIn } from './keyboard.ts';

const base = () => process.env['DEMO_SHOP']!;

const VIEWS = [
  ['floor', '/'],
  ['take in', '/new'],
  ['legend', '/legend'],
  ['motor', '/motor/3101'],
  ['card', '/motor/3112/card'],
  ['winding', '/motor/3107/winding'],
  ['connection', '/motor/3107/connection'],
  ['traveller', '/motor/3109/traveller'],
  ['tests', '/motor/3103/tests?kind=resistance&stage=before-varnish'],
  ['verdict', '/motor/3090/verdict'],
  ['winding, two speeds', '/motor/3120/winding'],
  ['search', '/motor/3107/search'],
  ['cut sheet', '/motor/3107/cut'],
  ['failure', '/motor/3112/failure'],
  ['agreement', '/motor/3101/agreement'],
  ['stores', '/stores'],
  ['instruments', '/instruments'],
  ['limits', '/limits'],
  ['trends', '/motor/3103/trends'],
  ['curves', '/motor/3090/tests?kind=locked-rotor'],
  ['spectrum', '/motor/3090/tests?kind=vibration'],
  ['armature', '/motor/3134/winding'],
  ['fields', '/motor/3134/connection'],
  ['bar to bar', '/motor/3134/tests?kind=bar-to-bar&stage=before-varnish'],
  ['direct-current card', '/motor/3134/card'],
  ['teeth', '/motor/3136/winding'],
  ['connection of teeth', '/motor/3136/connection'],
  ['fits', '/motor/3090/tests?kind=shaft-fits'],
  ['steps, empty', '/motor/3101/tests?kind=high-potential&stage=final'],
  ['floor, to be ordered', '/?order=drag'],
  ['wall', '/wall'],
  ['shop', '/shop'],
  ['people', '/people'],
  ['routes', '/routes?route=own-dipped-twice'],
  ['library', '/motor/3128/library'],
  ['library, empty', '/library'],
  ['heat', '/heat'],
  ['series', '/series'],
  ['line', '/series/B7'],
  ['station', '/series/B7/station/fuse'],
  ['batch', '/series/B7/batch'],
  ['ovens', '/ovens'],
  ['plan', '/plan?motor=3107'],
] as const;

/** Sheets are parted among the workers; each is opened once and looked at in every way. */
const PARTS = 4;
const WIDE = { width: 1280, height: 800 };
const TABLET = { width: 820, height: 1180 };

for (let part = 0; part < PARTS; part++)
  test(`every sheet can be read by everybody, light and dark, desk and tablet, part ${part + 1}`, async ({
    page,
  }) => {
    const faults: string[] = [];
    page.on('pageerror', (e) => faults.push(`page error: ${e.message}`));
    page.on('console', (m) => {
      if (m.type() === 'error' && !m.text().includes('401')) faults.push(`console: ${m.text()}`);
    });
    const show = async (colorScheme: 'light' | 'dark', size: typeof WIDE) => {
      await page.emulateMedia({ colorScheme });
      await page.setViewportSize(size);
    };
    /** Nothing may stick out sideways. */
    const tooWide = async (name: string) => {
      const wide = await page.evaluate(
        () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
      );
      if (wide > 0) faults.push(`${name}: ${wide} px too wide`);
    };
    const look = async (name: string) => {
      faults.push(...(await serious(page, name, false)));
      await tooWide(name);
      await show('dark', WIDE);
      faults.push(...(await serious(page, `${name}, dark`, true)));
      await show('light', TABLET);
      await tooWide(`${name}, tablet`);
      await show('light', WIDE);
    };
    await page.goto(`${base()}/sign-in`);
    await expect(field(page, 'pin')).toBeVisible();
    if (part === 0) await look('sign-in');
    await signIn(page, base(), 'Ida Haft');
    for (const [name, url] of VIEWS.filter((_, i) => i % PARTS === part)) {
      await page.goto(`${base()}${url}`);
      await expect(page.locator('[data-view="A"]')).toBeVisible();
      await look(name);
    }
    expect(faults).toEqual([]);
  });

/** On the dark sheet only the colours differ. */
async function serious(
  page: import('@playwright/test').Page,
  name: string,
  coloursOnly: boolean,
): Promise<string[]> {
  // Only what is wrong is described: to say where each thing stands that is right took most of the time.
  const axe = new AxeBuilder({ page }).setLegacyMode().options({ resultTypes: ['violations'] });
  const { violations } = await (coloursOnly ? axe.withRules(['color-contrast']) : axe).analyze();
  return violations
    .filter((v) => v.impact === 'serious' || v.impact === 'critical')
    .map(
      (v) =>
        `${name}: ${v.id} (${v.nodes.length}) ${v.nodes[0]!.target.join(' ')} ${v.nodes[0]!.failureSummary?.split('\n')[1] ?? ''}`,
    );
}
