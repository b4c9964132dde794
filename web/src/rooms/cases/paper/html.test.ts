// @vitest-environment jsdom
import { describe, expect, it } from 'vitest';
import { escaped, htmlOf } from './html';

const HOSTILE = `</script><script>alert("1")</script><img src=x onerror='alert(1)'>&amp;`;

describe('a case as HTML', () => {
  const text = htmlOf(
    {
      title: HOSTILE,
      about: [HOSTILE],
      parts: [{ title: HOSTILE, paragraphs: [HOSTILE] }],
      tables: [{ caption: HOSTILE, head: [HOSTILE], rows: [[HOSTILE, HOSTILE]] }],
      comments: [{ who: HOSTILE, text: HOSTILE }],
    },
    '<svg></svg>',
    HOSTILE,
    JSON.stringify({ note: HOSTILE }),
  );
  const page = new DOMParser().parseFromString(text, 'text/html');

  it('shows hostile text as text', () => {
    expect(page.querySelector('h1')?.textContent).toBe(HOSTILE);
    expect(page.title).toBe(HOSTILE);
    expect(
      [...page.querySelectorAll('th, td, caption, figcaption, h2')].map((each) => each.textContent),
    ).toContain(HOSTILE);
    expect(page.querySelectorAll('img')).toHaveLength(0);
    expect([...page.querySelectorAll('script')].map((each) => each.type)).toEqual(['application/json']);
  });

  it('keeps the evidence unchanged', () => {
    expect(JSON.parse(page.getElementById('evidence')?.textContent ?? '')).toEqual({ note: HOSTILE });
  });

  it('escapes each sign that means something in HTML', () => {
    expect(escaped(`<a href="x">'&'</a>`)).toBe('&lt;a href=&quot;x&quot;&gt;&#39;&amp;&#39;&lt;/a&gt;');
  });
});
