import { expect, test, type Page } from '@playwright/test';
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

async function paste(page: Page, label: string, html: string): Promise<void> {
  const box = page.getByRole('textbox', { name: label, exact: true });
  await box.click();
  await expect(page.locator('.tiptap[contenteditable="true"]').first()).toBeVisible();
  await box.evaluate((element, given) => {
    const data = new DataTransfer();
    data.setData('text/html', given);
    element.dispatchEvent(
      new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }),
    );
  }, html);
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
