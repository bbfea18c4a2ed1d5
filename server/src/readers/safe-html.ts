import sanitizeHtml from 'sanitize-html';

const STYLES = {
  color: [/^#[0-9a-f]{3,8}$/i, /^rgba?\([\d\s.,%]+\)$/i, /^[a-z]{3,20}$/i],
  'background-color': [/^#[0-9a-f]{3,8}$/i, /^rgba?\([\d\s.,%]+\)$/i, /^[a-z]{3,20}$/i],
  'font-size': [/^\d{1,2}(\.\d+)?(px|pt|em|%)$/],
  'font-weight': [/^(bold|normal|\d{3})$/],
  'font-style': [/^(italic|normal)$/],
  'text-align': [/^(left|right|center|justify)$/],
  'text-decoration': [/^(underline|none|line-through)$/],
};

/**
 * A mail's own look, safe to show: text, tables and plain styles. No scripts, no forms, no pictures, nothing that is loaded
 * from elsewhere; of links only their words are left.
 */
export function safeHtml(html: string): string {
  return sanitizeHtml(html, {
    allowedTags: [
      ...[
        'p',
        'div',
        'span',
        'br',
        'hr',
        'b',
        'strong',
        'i',
        'em',
        'u',
        's',
        'small',
        'sub',
        'sup',
        'pre',
        'code',
        'blockquote',
        'font',
        'center',
      ],
      ...['h1', 'h2', 'h3', 'h4', 'h5', 'h6', 'ul', 'ol', 'li', 'dl', 'dt', 'dd'],
      ...['table', 'thead', 'tbody', 'tfoot', 'tr', 'td', 'th', 'caption'],
    ],
    allowedAttributes: {
      '*': ['style', 'align', 'dir'],
      td: ['colspan', 'rowspan', 'valign', 'width'],
      th: ['colspan', 'rowspan'],
      font: ['color'],
    },
    allowedStyles: { '*': STYLES },
    allowedSchemes: [],
    transformTags: { body: 'div' },
    nonTextTags: ['style', 'script', 'textarea', 'option', 'noscript', 'title', 'iframe', 'svg', 'math'],
    nestingLimit: 60,
  });
}
