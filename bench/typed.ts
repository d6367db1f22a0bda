import { openChromium, startServer } from './served';
import type { Figure } from './seeded';

const PORT = 4397;
const ADDRESS = `http://127.0.0.1:${PORT}`;

/** Every kind of field that takes a number: of the panel, of a row, of the playhead. */
const FIELDS = ['Across of Lamp', 'Down of Lamp', 'Turn of Lamp', 'Lean of Lamp', 'Across of Lamp, in its row', 'Playhead'] as const;

/** Entries typed at five milliseconds a press, as no hand can: what stands in the field afterwards is what was typed, every time. */
export async function measureTyped(root: string, many = 1000): Promise<readonly Figure[]> {
  const server = await startServer(root, PORT);
  const browser = await openChromium();
  try {
    const lamp = { id: 'lamp', name: 'Lamp', kind: 'shape', channels: { x: { keys: [{ at: 0, value: 200 }, { at: 100, value: 300 }] }, y: { value: 100 }, width: { value: 80 }, height: { value: 60 } } };
    const film = { format: 'oak-tumble/project', version: 2, name: 'Typed', main: 'main', compositions: [{ id: 'main', name: 'Main', width: 640, height: 360, duration: 9000, layers: [lamp] }] };
    const { id } = (await (await fetch(`${ADDRESS}/api/import`, { method: 'POST', body: JSON.stringify(film), headers: { origin: ADDRESS, 'content-type': 'application/octet-stream' } })).json()) as { id: string };
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await page.goto(`${ADDRESS}/projects/${id}`);
    await page.getByRole('grid', { name: 'Layers' }).getByRole('button', { name: 'Lamp', exact: true }).click();
    await page.keyboard.press('f');
    let wrong = 0;
    for (let i = 0; i < many; i++) {
      const label = FIELDS[i % FIELDS.length]!;
      const wanted = String(((i * 7919) % 8000) - (label === 'Playhead' ? 0 : 4000));
      const field = page.getByLabel(label, { exact: true });
      if (i % 3 === 0) await field.focus();
      else await field.click();
      if (i % 2 === 0) await page.keyboard.press('Control+a');
      await page.keyboard.type(wanted, { delay: 5 });
      await page.keyboard.press('Enter');
      // The panel follows a moment later.
      const stands = async () => (await field.inputValue()).replace(/[^\d.-]/g, '') === wanted;
      const until = performance.now() + 3000;
      while (!(await stands()) && performance.now() < until) await page.waitForTimeout(10);
      if (!(await stands())) wrong++;
    }
    return [{ what: `${many} entries typed at 5 ms a press into ${FIELDS.length} kinds of fields: wrong`, measured: String(wrong), bar: '0', held: wrong === 0 }];
  } finally {
    await browser.close();
    server.kill();
  }
}
