import { expect, test, type Locator, type Page } from '@playwright/test';
import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { signedIn } from './people';
import { serve, type Running } from './serve';

let running: Running;
test.beforeAll(async () => {
  running = await serve();
});
test.afterAll(() => running.stop());

const clipboard = (file: string): string => readFileSync(join(__dirname, 'clipboard', file), 'utf8');

const pasteInto = (box: Locator, html: string): Promise<void> =>
  box.evaluate((element, given) => {
    const data = new DataTransfer();
    data.setData('text/html', given);
    element.dispatchEvent(
      new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }),
    );
  }, html);

async function paste(page: Page, label: string, html: string): Promise<void> {
  const box = page.getByRole('textbox', { name: label, exact: true });
  await box.click();
  await expect(page.locator('.tiptap[contenteditable="true"]').first()).toBeVisible();
  await pasteInto(box, html);
}

/** A formatted text as an outline: what each piece is, with its words, its marks behind them. */
interface Piece {
  type: string;
  text?: string;
  marks?: { type: string; attrs?: { href?: string } }[];
  attrs?: { media?: string; level?: number };
  content?: Piece[];
}
const outline = ({ type, text, marks = [], content = [] }: Piece): unknown =>
  text === undefined
    ? { [type]: content.map(outline) }
    : [text, ...marks.map((mark) => mark.attrs?.href ?? mark.type)].join(' | ');

/** What is kept of a body, once it is. */
async function kept(page: Page): Promise<unknown> {
  const id = /\/entry\/([0-9a-f-]+)/.exec(page.url())?.[1];
  if (id === undefined) return undefined;
  const entry = (await (await page.request.get(`/api/v1/entries/${id}`)).json()) as {
    values: { body?: Piece };
  };
  return (entry.values.body?.content ?? []).map(outline);
}

test('What a word processor copies becomes what the field allows: lists are lists, rows are lines, nothing foreign stays', async ({
  browser,
}) => {
  const { page } = await signedIn(browser, running.address, 'editor');
  await page.goto('/bench/write/new/notice');
  await page.getByLabel(/^Title/).fill('The north gate');
  await expect(page).toHaveURL(/\/entry\//);
  await paste(page, 'Body', clipboard('word.html'));
  await expect
    .poll(() => kept(page))
    .toEqual([
      { paragraph: ['Before the gate opens'] },
      { paragraph: ['The ', 'north gate | bold', ' stays shut until ', 'eight | italic', '.'] },
      {
        bulletList: [
          {
            listItem: [
              { paragraph: ['Boots'] },
              { bulletList: [{ listItem: [{ paragraph: ['Two pairs'] }] }] },
            ],
          },
          { listItem: [{ paragraph: ['A lamp'] }] },
        ],
      },
      { orderedList: [{ listItem: [{ paragraph: ['Ring the bell'] }] }] },
      { paragraph: ['Monday – Closed'] },
      { paragraph: ['Tuesday – Eight to four'] },
      { paragraph: ['The plan and ', 'the map | https://quillwater.example/map', '.'] },
    ]);
});

test('A picture in what is pasted comes in as a medium, and a list inside a list stays inside', async ({
  browser,
}) => {
  const { page } = await signedIn(browser, running.address, 'editor');
  await page.goto('/bench/write/new/species');
  await page.getByLabel(/^Name/).fill('Tide gauge');
  await expect(page).toHaveURL(/\/entry\//);
  await paste(page, 'Body', clipboard('writer.html'));
  await expect
    .poll(() => kept(page))
    .toEqual([
      { heading: ['Tides'] },
      { paragraph: ['High | bold', ' water at ', 'noon | italic', '.'] },
      {
        orderedList: [
          {
            listItem: [
              { paragraph: ['Look at the gauge'] },
              { orderedList: [{ listItem: [{ paragraph: ['Twice'] }] }] },
            ],
          },
        ],
      },
      { picture: [] },
    ]);
});

/** HTML in which anything stands in anything, with numbered words. */
const anyHtml = fc
  .letrec<{ part: string; parts: string }>((tie) => {
    const inside = (name: string) => tie('parts').map((parts) => `<${name}>${parts}</${name}>`);
    const among = (name: string, part: string) =>
      fc
        .array(inside(part), { minLength: 1, maxLength: 3 })
        .map((all) => `<${name}>${all.join('')}</${name}>`);
    return {
      part: fc.oneof(
        { maxDepth: 3, withCrossShrink: true },
        fc.constant('word'),
        fc.constantFrom('b', 'p', 'div', 'h1', 'h2', 'h5', 'pre', 'blockquote', 'section').chain(inside),
        fc.constantFrom('ul', 'ol').chain((name) => among(name, 'li')),
        fc
          .tuple(tie('part'), fc.array(among('tr', 'td'), { minLength: 1, maxLength: 2 }), among('tr', 'th'))
          .map(([said, rows, head]) => `<table><caption>${said}</caption>${head}${rows.join('')}</table>`),
      ),
      parts: fc.array(tie('part'), { minLength: 1, maxLength: 3 }).map((all) => all.join(' ')),
    };
  })
  .parts.map((html) => {
    let n = 0;
    return html.replaceAll('word', () => `word${(n += 1)}`);
  });

test('No word of what is pasted is lost, whatever stands in what, and all of it can be kept', async ({
  browser,
}) => {
  const { page } = await signedIn(browser, running.address, 'editor');
  const all = fc.sample(anyHtml, { numRuns: 30, seed: 7 });
  const refused: string[] = [];
  page.on('response', (answer) => {
    if (answer.status() === 422) refused.push(answer.url());
  });
  for (const path of ['/bench/write/new/species', '/bench/arrange']) {
    await page.goto(path);
    await paste(page, 'Body', '<p>first</p>');
    const box = page.getByRole('textbox', { name: 'Body', exact: true });
    for (const html of all) {
      await box.press('ControlOrMeta+a');
      await pasteInto(box, html);
      const shown = await box.evaluate((element) => element.textContent?.match(/word\d+/g) ?? []);
      expect([html, shown]).toEqual([html, html.match(/word\d+/g)]);
    }
    await expect(page.getByText(/^Saved /).or(page.getByText('Saved', { exact: true }))).toBeVisible();
  }
  expect(refused).toEqual([]);
});
