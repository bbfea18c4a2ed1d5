import { chromium, type Browser } from 'playwright-core';

const ARGS = ['--no-sandbox', '--disable-gpu', '--disable-background-networking'];

/** Debian's Chromium as a printing press: HTML in, PDF out. */
export class Press {
  readonly #browser: Browser;

  private constructor(browser: Browser) {
    this.#browser = browser;
  }

  static async open(): Promise<Press> {
    return new Press(await chromium.launch({ executablePath: '/usr/bin/chromium', headless: true, args: ARGS }));
  }

  async pdf(html: string): Promise<Uint8Array> {
    const page = await this.#browser.newPage();
    try {
      await page.setContent(html);
      return await page.pdf({ format: 'A4', preferCSSPageSize: true, printBackground: true });
    } finally {
      await page.close();
    }
  }

  close(): Promise<void> {
    return this.#browser.close();
  }
}
