import { cell, newSong, songIdOf } from '../support/app';
import { expect, test, type Page } from '../support/journey';
import { drumsFile } from '../support/made-sound';
import { midiFromText } from '../support/midi-text';
import { button } from '../support/song';

/** The browser says that it would install the app, as it does by itself only where a person has used the page for a while. */
async function offers(page: Page, outcome: 'accepted' | 'dismissed'): Promise<void> {
  await page.evaluate((answer) => {
    const event = Object.assign(new Event('beforeinstallprompt', { cancelable: true }), {
      prompt: () => {
        document.body.dataset.prompted = 'yes';
        return Promise.resolve({ outcome: answer });
      },
    });
    window.dispatchEvent(event);
    document.body.dataset.held = String(event.defaultPrevented);
  }, outcome);
}

const offer = (page: Page) => page.getByRole('region', { name: 'Install Yibbo' });

test('installing is offered once, quietly; later Settings has it', async ({ page }) => {
  await page.goto('/');
  await expect(page.getByRole('listitem').first()).toBeVisible();
  await expect(offer(page)).toHaveCount(0);
  await offers(page, 'accepted');
  await expect(page.locator('body')).toHaveAttribute('data-held', 'true');
  await offer(page).getByRole('button', { name: 'Not now' }).tap();
  await expect(offer(page)).toHaveCount(0);
  await page.reload();
  await expect(page.getByRole('listitem').first()).toBeVisible();
  await offers(page, 'accepted');
  await expect(offer(page)).toHaveCount(0);
  await button(page, 'Settings').tap();
  await button(page, 'Install Yibbo').tap();
  await expect(page.locator('body')).toHaveAttribute('data-prompted', 'yes');
  await expect(page.getByText('It is installed.')).toBeVisible();
});

test('the icon’s shortcuts begin a new song, or go on with the last one', { tag: '@again' }, async ({ page }) => {
  await page.goto('/?begin=new');
  await expect(page.getByRole('textbox', { name: 'Name of the song' })).toBeVisible();
  await newSong(page, 'Quay kit', 'Sandbar');
  await cell(page, 'Kick', 0).tap();
  const id = songIdOf(page);
  await page.goto('/?begin=last');
  await expect.poll(() => page.url()).toContain(`/song/${id}`);
  const manifest = (await (await page.request.get('/manifest.webmanifest')).json()) as {
    icons: { src: string }[];
    shortcuts: { url: string }[];
  };
  for (const { src } of manifest.icons) expect((await page.request.get(src)).headers()['content-type']).toBe('image/png');
  expect(manifest.shortcuts.map(({ url }) => url)).toEqual(['/?begin=new', '/?begin=last']);
});

test.describe('files from outside', () => {
  test.use({ serviceWorkers: 'allow' });

  test('what another app shares comes to Bring in; a sound file becomes a song with it under the notes', async ({ page }) => {
    await page.goto('/');
    await page.waitForFunction(() => navigator.serviceWorker.controller !== null, null, { timeout: 30_000 });
    const share = (bytes: Buffer, name: string, type: string) =>
      page.evaluate(
        ([letters, file, kind]) => {
          const form = Object.assign(document.createElement('form'), { method: 'post', action: '/share', enctype: 'multipart/form-data' });
          const input = Object.assign(document.createElement('input'), { type: 'file', name: 'file' });
          const files = new DataTransfer();
          files.items.add(new File([Uint8Array.from(atob(letters!), (letter) => letter.charCodeAt(0))], file!, { type: kind! }));
          input.files = files.files;
          form.append(input);
          document.body.append(form);
          form.submit();
        },
        [bytes.toString('base64'), name, type],
      );
    const midi = midiFromText([
      '0, 0, Header, 0, 1, 480',
      '1, 0, Start_track',
      '1, 0, Note_on_c, 0, 60, 90',
      '1, 480, Note_off_c, 0, 60, 0',
      '1, 480, End_track',
      '0, 0, End_of_file',
    ]);
    await share(midi, 'Shared tune.mid', 'audio/midi');
    await expect(page.getByRole('region', { name: 'MIDI file' })).toContainText('Shared tune');
    // Handed over once: a reload does not bring it again.
    await page.reload();
    await expect(page.getByRole('listitem').first()).toBeVisible();
    await expect(page.getByRole('region', { name: 'MIDI file' })).toHaveCount(0);
    await share(drumsFile(), 'Field tape.wav', 'audio/wav');
    await page.waitForURL(/\/song\//);
    await expect(page.getByText('Field tape').first()).toBeVisible();
    await expect
      .poll(async () => {
        const { song } = (await (await page.request.get(`/api/songs/${songIdOf(page)}`)).json()) as { song: { recordings: unknown[] } };
        return song.recordings.length;
      })
      .toBe(1);
  });
});

test('a browser that keeps nothing says so, and works all the same while the server is there', { tag: '@again' }, async ({ page }) => {
  await page.addInitScript(() => {
    IDBFactory.prototype.open = () => {
      throw new DOMException('denied', 'SecurityError');
    };
  });
  await newSong(page, 'Quay kit');
  await cell(page, 'Kick', 0).tap();
  await expect(page.getByTestId('link')).toHaveText('Saved');
  await page.route('**/api/songs/*/changes', (route) => route.abort());
  await cell(page, 'Kick', 1).tap();
  await expect(page.getByTestId('link')).toHaveText('Not kept on this device: leave only when it says Saved');
  await page.unrouteAll();
  await expect(page.getByTestId('link')).toHaveText('Saved', { timeout: 15_000 });
  await page.goto('/settings');
  await expect(page.getByText('This browser keeps no songs: they open only while the server is there.')).toBeVisible();
});
