import type { CaseDocument, CaseTable } from './document';

const LOOKS = `
  body { font: 14px/1.5 'Source Sans 3', 'Helvetica Neue', Arial, sans-serif; color: #14262b; background: #fff;
    max-width: 860px; margin: 32px auto; padding: 0 16px; }
  h1, h2, .part p { font-family: 'Source Serif 4', Georgia, serif; }
  h1 { font-size: 24px; color: #12414f; } h2 { font-size: 16px; color: #12414f; margin: 20px 0 4px; }
  p { margin: 2px 0; } .about { color: #4a5c60; }
  table { border-collapse: collapse; width: 100%; margin: 20px 0; font-variant-numeric: tabular-nums; }
  caption { text-align: left; font-weight: 600; padding: 4px 0; }
  th, td { text-align: left; padding: 3px 8px 3px 0; border-bottom: 1px solid #d9d6cb; vertical-align: top; }
  svg { max-width: 100%; height: auto; } figure { margin: 20px 0; }
  @media print { body { margin: 0; } table { page-break-inside: auto; } tr { page-break-inside: avoid; } }
`;

const ESCAPES: Record<string, string> = {
  '&': '&amp;',
  '<': '&lt;',
  '>': '&gt;',
  '"': '&quot;',
  "'": '&#39;',
};

export const escaped = (text: string) => text.replace(/[&<>"']/g, (sign) => ESCAPES[sign] ?? sign);

const tag = (name: string, text: string) => `<${name}>${escaped(text)}</${name}>`;

function table({ caption, head, rows }: CaseTable): string {
  const line = (cells: string[]) =>
    `<tr>${cells.map((cell, at) => tag(at === 0 ? 'th' : 'td', cell)).join('')}</tr>`;
  return `<table>${tag('caption', caption)}<thead><tr>${head.map((each) => tag('th', each)).join('')}</tr></thead><tbody>${rows.map(line).join('')}</tbody></table>`;
}

/**
 * One page that needs nothing beside itself: looks, chart and numbers are in it.
 *
 * @param evidence what was found as JSON, for whoever wants to compute on
 */
export function htmlOf(document: CaseDocument, chart: string, chartTitle: string, evidence: string): string {
  return `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>${escaped(document.title)}</title>
<style>${LOOKS}</style>
</head>
<body>
${tag('h1', document.title)}
${document.about.map((line) => `<p class="about">${escaped(line)}</p>`).join('\n')}
${document.parts.map((part) => `<section class="part">${tag('h2', part.title)}${part.paragraphs.map((each) => tag('p', each)).join('')}</section>`).join('\n')}
<figure>${tag('figcaption', chartTitle)}${chart}</figure>
${document.tables.map(table).join('\n')}
${document.comments.length > 0 ? tag('h2', 'Comments') : ''}
${document.comments.map(({ who, text }) => `<p class="about">${escaped(who)}</p>${tag('p', text)}`).join('\n')}
<script type="application/json" id="evidence">${evidence.replaceAll('<', '\\u003c')}</script>
</body>
</html>
`;
}
