import fc from 'fast-check';
import { openZip } from '../src/readers/archives.js';
import { plainName } from '../src/readers/mail.js';
import { safeHtml } from '../src/readers/safe-html.js';

describe('a mail’s own look', () => {
  it.each([
    ['<p onclick="alert(1)">Dear <b>clerk</b></p>', '<p>Dear <b>clerk</b></p>'],
    ['<script>alert(1)</script>Hello', 'Hello'],
    ['<style>p{background:url(http://x.example/a.png)}</style><p>Hi</p>', '<p>Hi</p>'],
    ['<img src="http://x.example/seen.gif">Seen', 'Seen'],
    ['<a href="javascript:alert(1)">Pay here</a>', 'Pay here'],
    ['<form action="http://x.example"><input name="iban">Send</form>', 'Send'],
    ['<svg><script>alert(1)</script></svg>after', 'after'],
    ['<p style="position:fixed;top:0;color:#ff0000">Red</p>', '<p style="color:#ff0000">Red</p>'],
    ['<p style="background-color:url(http://x.example)">Plain</p>', '<p>Plain</p>'],
    ['<td colspan="2">Cell</td>', '<td colspan="2">Cell</td>'],
  ])('%s → %s', (html, safe) => expect(safeHtml(html)).toBe(safe));

  it('loads nothing and runs nothing, whatever is written', () => {
    const part = fc.constantFrom(
      '<',
      '>',
      '"',
      "'",
      'script',
      ' on',
      'load=',
      'src=',
      'http://x.example',
      'img',
      'iframe',
      'style',
      '=',
      '/',
      'a',
    );
    fc.assert(
      fc.property(fc.array(part, { maxLength: 40 }), (parts) => {
        const safe = safeHtml(parts.join(''));
        expect(safe).not.toMatch(/<(script|img|iframe|svg|object|embed|link|form|a)\b/i);
        expect(safe).not.toMatch(/<[^>]*\s(on\w+|src|href)\s*=/i);
      }),
      { numRuns: 300 },
    );
  });
});

describe('names of files', () => {
  it.each([
    ['../../etc/passwd', 'passwd'],
    ['C:\\scans\\invoice.pdf', 'invoice.pdf'],
    ['invoice.pdf', 'invoice.pdf'],
  ])('%s is kept as %s', (name, kept) => expect(plainName(name)).toBe(kept));

  it('have no path and no sign that is not printed', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'binary' }), (name) => {
        const kept = plainName(name);
        if (kept !== null && kept !== undefined) expect(kept).not.toMatch(/[\\/\u0000-\u001f]/);
      }),
    );
  });
});

describe('an archive', () => {
  it('that is none is said to be damaged, and nothing throws', async () => {
    await fc.assert(
      fc.asyncProperty(fc.uint8Array({ maxLength: 400 }), async (bytes) => {
        const { files, leftOut } = await openZip('odd.zip', Buffer.from([0x50, 0x4b, 3, 4, ...bytes]));
        expect(files).toEqual([]);
        expect(leftOut).toHaveLength(1);
      }),
      { numRuns: 60 },
    );
  });
});
