import { readFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import type { Locator, Page, Request } from '@playwright/test';

/** Something wrong that roaming met: what kind, on which view, and what. */
export interface Finding {
  readonly kind: 'reloads' | 'dead' | 'covered' | 'throws' | 'console' | 'server' | 'accessibility';
  readonly view: string;
  readonly what: string;
}

/** Of a long list the first rows stand for all. */
const NOT_FAR_DOWN = ':not(tr:nth-child(n+3) *, [role=option]:nth-child(n+3) *)';
const CONTROLS = ['button', 'a[href]', '[role=button]', '[role=menuitem]', 'summary']
  .map((one) => `${one}${NOT_FAR_DOWN}:visible`)
  .join(', ');
/** Parts that stand on many views: what is in them is tried once. */
const EVERYWHERE = 'umber-root > header, umber-tray-stack';
const DIALOG = '[role=dialog]:visible, [role=menu]:visible';
/** Pressed by nobody here: it would end the session. */
const LEFT_ALONE = /^sign out|^sign in as/i;

/** Milliseconds that something which was just there is waited for. */
const SOON = { timeout: 6000 };
/** What roaming tries at least, however slow the machine. */
const LEAST = { controls: 6, views: 2 };

/** A view: its path without ids. */
const viewOf = (url: string): string => new URL(url).pathname.replace(/\d+/g, ':id');
/** Names that differ only in their figures are one control. */
const alike = (name: string): string => name.replace(/[\d.,:/-]+/g, '#');

/**
 * Goes through the interface as a person does who clicks everything once: opens each view, each first row, each button and link, those of
 * dialogs too, and notes what is dead, covered, sends the page itself, throws, is refused or breaks an accessibility rule.
 */
export class Roamer {
  readonly findings: Finding[] = [];
  readonly #page: Page;
  readonly #tried = new Set<string>();
  readonly #looked = new Set<string>();
  readonly #pending = new Set<Request>();
  #axe = '';
  #loads = 0;
  #doing = '';

  constructor(page: Page) {
    this.#page = page;
    page.on('pageerror', (error) => this.#say('throws', `${this.#doing}: ${error.message}`));
    page.on('console', (message) => message.type() === 'error' && this.#say('console', `${this.#doing}: ${message.text()}`));
    page.on('response', (response) => response.status() >= 500 && this.#say('server', `${this.#doing}: ${response.status()}`));
    page.on('request', (request) => {
      if (!request.url().includes('/api/events')) this.#pending.add(request);
      if (request.isNavigationRequest() && request.frame() === page.mainFrame()) this.#loads++;
    });
    page.on('requestfinished', (request) => this.#pending.delete(request));
    page.on('requestfailed', (request) => this.#pending.delete(request));
  }

  /** Views and controls that were tried. */
  get tried(): { views: number; controls: number } {
    return { views: this.#looked.size, controls: this.#tried.size };
  }

  /** Roams from where the page is, for about so many milliseconds: longer where the least was not tried in them. */
  async roam(milliseconds: number): Promise<void> {
    this.#axe = await readFile(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');
    const end = Date.now() + milliseconds;
    const isOver = () => Date.now() > end && this.#tried.size >= LEAST.controls && this.#looked.size >= LEAST.views;
    const queue = [this.#page.url()];
    const queued = new Set(queue.map(viewOf));
    const enqueue = () => {
      const view = viewOf(this.#page.url());
      if (queued.has(view)) return;
      queued.add(view);
      queue.push(this.#page.url());
    };
    for (const url of queue) {
      if (isOver()) return;
      await this.#go(url);
      await this.#look();
      const row = this.#page.locator('tbody tr, [role=option]').first();
      if (await row.count()) {
        await row.click(SOON).catch(() => undefined);
        await this.#settle();
        enqueue();
      }
      for (const name of await this.#names(this.#page.locator(CONTROLS))) {
        const found = await this.#named(this.#page.locator(CONTROLS), name);
        const isEverywhere =
          (await found?.evaluate((element, parts) => element.closest(parts) !== null, EVERYWHERE, SOON).catch(() => false)) ?? false;
        const key = `${isEverywhere ? 'everywhere' : viewOf(url)}|${alike(name)}`;
        if (this.#tried.has(key) || LEFT_ALONE.test(name) || isOver()) continue;
        this.#tried.add(key);
        if (this.#page.url() !== url || (await this.#page.locator(DIALOG).count())) await this.#go(url);
        const control = await this.#named(this.#page.locator(CONTROLS), name);
        if (!control) continue;
        await this.#press(control, name);
        enqueue();
        await this.#dialog(url, [name], isOver);
        // Whatever it opened over the screen is closed again.
        await this.#page.keyboard.press('Escape');
        await this.#settle();
      }
    }
  }

  /** Every button of the dialog that is open, its fields filled in; it is opened anew for each. */
  async #dialog(url: string, openers: readonly string[], isOver: () => boolean): Promise<void> {
    const dialog = this.#page.locator(DIALOG).last();
    if (!(await dialog.count())) return;
    await this.#look(openers.join(' › '));
    for (const name of await this.#names(dialog.locator(CONTROLS))) {
      const key = `${viewOf(url)}|${openers.map(alike).join(' › ')}|${alike(name)}`;
      if (this.#tried.has(key) || LEFT_ALONE.test(name) || isOver()) continue;
      this.#tried.add(key);
      if (!(await dialog.count())) {
        await this.#go(url);
        const again = await this.#named(this.#page.locator(CONTROLS), openers[0]);
        if (!again || !(await this.#press(again, openers[0])) || !(await dialog.count())) return;
      }
      for (const field of await dialog.locator('textarea:visible, input[type=text]:visible, input:not([type]):visible').all())
        if ((await field.inputValue(SOON).catch(() => 'x')) === '') await field.fill('Tried', SOON).catch(() => undefined);
      const control = await this.#named(dialog.locator(CONTROLS), name);
      if (control) await this.#press(control, `${openers.join(' › ')} › ${name}`);
    }
  }

  /** Clicks a control and watches what comes of it; false where it could not be clicked. */
  async #press(control: Locator, name: string): Promise<boolean> {
    const page = this.#page;
    const before = viewOf(page.url());
    if (await control.isDisabled(SOON).catch(() => true)) return false;
    const outside = await control
      .evaluate((element) => element.hasAttribute('download') || element.getAttribute('target') === '_blank', undefined, SOON)
      .catch(() => true);
    if (outside) return false;
    this.#doing = `“${alike(name)}”`;
    await page.evaluate(() => {
      const world = window as unknown as { __changes: number; __watch?: MutationObserver };
      world.__changes = 0;
      world.__watch?.disconnect();
      world.__watch = new MutationObserver((list) => (world.__changes += list.length));
      world.__watch.observe(document.documentElement, { subtree: true, childList: true, attributes: true, characterData: true });
    });
    const focusBefore = await this.#focus();
    let requests = 0;
    const count = () => requests++;
    page.on('request', count);
    this.#loads = 0;
    try {
      await control.click(SOON);
    } catch (error) {
      page.off('request', count);
      this.#say('covered', `“${alike(name)}” ${String(error).includes('intercepts') ? 'is covered' : 'cannot be clicked'}`, before);
      return false;
    }
    await this.#settle();
    page.off('request', count);
    if (this.#loads > 0) this.#say('reloads', `“${alike(name)}”`, before);
    const changes = await page.evaluate(() => (window as unknown as { __changes?: number }).__changes ?? 1).catch(() => 1);
    const isSame = viewOf(page.url()) === before && focusBefore === (await this.#focus());
    if (this.#loads === 0 && requests === 0 && changes === 0 && isSame) this.#say('dead', `“${alike(name)}”`, before);
    return true;
  }

  /** Holds the view, or what lies over it, against the rules of WCAG 2.2 A and AA, each once. */
  async #look(over = ''): Promise<void> {
    const view = viewOf(this.#page.url()) + (over && ` › ${alike(over)}`);
    if (this.#looked.has(view)) return;
    this.#looked.add(view);
    const broken = await this.#page.evaluate(async (source) => {
      const world = window as unknown as { axe?: { run: (root: Document, options: object) => Promise<{ violations: Violation[] }> } };
      interface Violation {
        readonly id: string;
        readonly impact: string;
        readonly nodes: readonly { readonly target: readonly string[] }[];
      }
      if (!world.axe) (0, eval)(source);
      const rules = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'];
      const { violations } = (await world.axe?.run(document, { runOnly: rules })) ?? { violations: [] };
      return violations.map((one) => `${one.id} (${one.impact}): ${one.nodes[0]?.target.join(' ') ?? ''}`);
    }, this.#axe);
    for (const rule of broken) this.#say('accessibility', rule, view);
  }

  async #go(url: string): Promise<void> {
    this.#doing = 'opening';
    await this.#page.goto(url);
    await this.#settle();
  }

  /** Waits until nothing is asked of the server and what came is drawn. */
  async #settle(): Promise<void> {
    for (let quiet = 0, i = 0; quiet < 3 && i < 200; i++) {
      await this.#page
        .evaluate(() => new Promise((resolve) => requestAnimationFrame(() => requestAnimationFrame(resolve))))
        .catch(() => undefined);
      quiet = this.#pending.size === 0 ? quiet + 1 : 0;
    }
  }

  /** Their names as they stand at one moment: asked one by one, a list that gets shorter meanwhile would be waited for. */
  #allNames(controls: Locator): Promise<string[]> {
    return controls
      .evaluateAll((elements) =>
        elements.map((element) =>
          (element.getAttribute('aria-label') ?? (element as HTMLElement).innerText).trim().replace(/\s+/g, ' ').slice(0, 60),
        ),
      )
      .catch(() => []);
  }

  async #names(controls: Locator): Promise<string[]> {
    return (await this.#allNames(controls)).filter((name) => name !== '');
  }

  async #named(controls: Locator, name: string): Promise<Locator | null> {
    const at = (await this.#allNames(controls)).findIndex((one) => alike(one) === alike(name));
    return at < 0 ? null : controls.nth(at);
  }

  #focus(): Promise<string> {
    return this.#page.evaluate(() => document.activeElement?.outerHTML.slice(0, 120) ?? '').catch(() => '');
  }

  #say(kind: Finding['kind'], what: string, view = viewOf(this.#page.url())): void {
    if (!this.findings.some((one) => one.kind === kind && one.view === view && one.what === what)) this.findings.push({ kind, view, what });
  }
}
