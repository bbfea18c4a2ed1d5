import { execFile } from 'node:child_process';
import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { chromium, type Browser } from 'playwright-core';

const ARGS = ['--no-sandbox', '--disable-gpu', '--disable-background-networking'];

/** A printing press: HTML in, PDF out. */
export interface Press {
  pdf(html: string): Promise<Uint8Array>;
  close(): Promise<void>;
}

/** Debian's Chromium as a press. */
export class BrowserPress implements Press {
  readonly #browser: Browser;

  private constructor(browser: Browser) {
    this.#browser = browser;
  }

  static async open(): Promise<BrowserPress> {
    return new BrowserPress(await chromium.launch({ executablePath: '/usr/bin/chromium', headless: true, args: ARGS }));
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

const run = promisify(execFile);

/**
 * Debian's LibreOffice as a press. It knows no grids and no floats, so that a sheet comes out as text and tables below
 * one another, often over several pages: another layout by another hand.
 */
export class OfficePress implements Press {
  private constructor(readonly folder: string) {}

  /** @throws where LibreOffice is not installed (`libreoffice-writer-nogui`). */
  static async open(): Promise<OfficePress> {
    await run('soffice', ['--version']);
    return new OfficePress(await mkdtemp(join(tmpdir(), 'umber-press-')));
  }

  async pdf(html: string): Promise<Uint8Array> {
    const [sheet, profile] = [join(this.folder, 'sheet.html'), `-env:UserInstallation=file://${this.folder}/profile`];
    await writeFile(sheet, html);
    await run('soffice', [profile, '--headless', '--convert-to', 'pdf:writer_web_pdf_Export', '--outdir', this.folder, sheet]);
    return await readFile(join(this.folder, 'sheet.pdf'));
  }

  close(): Promise<void> {
    return rm(this.folder, { recursive: true, force: true });
  }
}
