import { download } from './download';
import { questionWords } from './pageWords';

/** Draws a part of the page as an SVG of plain shapes and texts, and that as a PNG. */

const SVG = 'http://www.w3.org/2000/svg';
/** Pixels of a PNG for each of the page: sharp in print and on fine screens. */
const SCALE = 2;
const MARGIN = 16;
const HATCH = 'hatch';
/** Pixels of a line of the title, and of a letter in it on average. */
const LINE = 20;
const LETTER = 7.4;

type Attributes = Record<string, string | number>;

function element(name: string, attributes: Attributes, text?: string): SVGElement {
  const made = document.createElementNS(SVG, name);
  for (const [key, value] of Object.entries(attributes)) made.setAttribute(key, String(value));
  if (text !== undefined) made.textContent = text;
  return made;
}

const isClear = (colour: string) => colour === 'transparent' || /(,|\/)\s*0\)$/.test(colour);

/** Other programs know "rgb(\u2026)", not the form in which mixed colours are computed. */
function plainColour(colour: string): string {
  const parts = /^color\(srgb ([\d.e-]+) ([\d.e-]+) ([\d.e-]+)/.exec(colour);
  return parts
    ? `rgb(${parts
        .slice(1, 4)
        .map((each) => Math.round(Number(each) * 255))
        .join(', ')})`
    : colour;
}

/** A title in as many lines as it needs. */
function linesOf(title: string, width: number): string[] {
  const lines: string[] = [];
  for (const word of title.split(' ')) {
    const last = lines.at(-1);
    if (last !== undefined && (last.length + word.length + 1) * LETTER <= width)
      lines[lines.length - 1] = `${last} ${word}`;
    else lines.push(word);
  }
  return lines;
}

/** Takes shapes and texts off the page, in the order in which they lie on each other. */
class Drawing {
  readonly root: SVGElement;
  private readonly left: number;
  private readonly top: number;

  constructor(
    private readonly of: HTMLElement,
    title: string,
  ) {
    const box = of.getBoundingClientRect();
    const width =
      Math.max(...[...of.querySelectorAll('table, svg')].map((each) => each.getBoundingClientRect().right)) -
      box.left;
    const height = of.scrollHeight;
    const lines = linesOf(title, width);
    const head = lines.length * LINE + 8;
    this.left = box.left - MARGIN;
    this.top = box.top - of.scrollTop - MARGIN - head;
    const size = { width: Math.ceil(width + 2 * MARGIN), height: Math.ceil(height + 2 * MARGIN + head) };
    this.root = element('svg', { xmlns: SVG, ...size, viewBox: `0 0 ${size.width} ${size.height}` });
    const sheet = getComputedStyle(of);
    this.root.append(this.hatch(), element('rect', { ...size, fill: this.background(of) }));
    lines.forEach((line, at) =>
      this.root.append(
        element(
          'text',
          {
            x: MARGIN,
            y: MARGIN + 14 + at * LINE,
            fill: sheet.color,
            'font-family': sheet.fontFamily,
            'font-size': 15,
            'font-weight': 600,
          },
          line,
        ),
      ),
    );
    this.walk(of);
  }

  /** What is behind it, if it is clear itself. */
  private background(of: Element | null): string {
    if (!of) return '#fff';
    const colour = getComputedStyle(of).backgroundColor;
    return isClear(colour) ? this.background(of.parentElement) : plainColour(colour);
  }

  private hatch(): SVGElement {
    const role = getComputedStyle(this.of).getPropertyValue('--hatch') || '#ccc';
    const defs = element('defs', {});
    const pattern = element('pattern', {
      id: HATCH,
      width: 5,
      height: 5,
      patternUnits: 'userSpaceOnUse',
      patternTransform: 'rotate(45)',
    });
    pattern.append(element('rect', { width: 2, height: 5, fill: role.trim() }));
    defs.append(pattern);
    return defs;
  }

  private walk(node: Element) {
    const style = getComputedStyle(node);
    if (style.display === 'none' || style.visibility === 'hidden' || node.classList.contains('spoken'))
      return;
    if (node instanceof SVGElement) {
      this.chart(node);
      return;
    }
    this.box(node, style);
    for (const child of node.childNodes) {
      if (child instanceof Element) this.walk(child);
      else if (child instanceof Text) this.text(child, style);
    }
  }

  private box(node: Element, style: CSSStyleDeclaration) {
    const { left, top, width, height } = node.getBoundingClientRect();
    if (node === this.of || width === 0 || height === 0) return;
    const place = { x: left - this.left, y: top - this.top, width, height };
    if (!isClear(style.backgroundColor))
      this.root.append(element('rect', { ...place, fill: plainColour(style.backgroundColor) }));
    if (style.backgroundImage !== 'none')
      this.root.append(element('rect', { ...place, fill: `url(#${HATCH})` }));
    for (const [side, y] of [
      ['Top', place.y],
      ['Bottom', place.y + height],
    ] as const) {
      const wide = parseFloat(style[`border${side}Width`]);
      if (wide > 0 && style[`border${side}Style`] !== 'none')
        this.root.append(
          element('line', {
            x1: place.x,
            x2: place.x + width,
            y1: side === 'Top' ? y + wide / 2 : y - wide / 2,
            y2: side === 'Top' ? y + wide / 2 : y - wide / 2,
            stroke: plainColour(style[`border${side}Color`]),
            'stroke-width': wide,
          }),
        );
    }
  }

  private text(node: Text, style: CSSStyleDeclaration) {
    const said = node.data.trim();
    if (said === '') return;
    const range = document.createRange();
    range.selectNodeContents(node);
    const box = range.getBoundingClientRect();
    const underlined = node.parentElement?.closest('.apart') ? 'underline' : 'none';
    this.root.append(
      element(
        'text',
        {
          x: box.left - this.left,
          y: box.top - this.top + box.height * 0.76,
          fill: plainColour(style.color),
          'font-family': style.fontFamily,
          'font-size': style.fontSize,
          'font-weight': style.fontWeight,
          'text-decoration': underlined,
          textLength: box.width,
          lengthAdjust: 'spacingAndGlyphs',
        },
        said,
      ),
    );
  }

  /** A chart as it is, with what style sheets say of it written into it. */
  private chart(node: SVGElement) {
    const copy = node.cloneNode(true) as SVGElement;
    const from = [node, ...node.querySelectorAll('*')];
    [copy, ...copy.querySelectorAll('*')].forEach((each, at) => {
      const original = from[at];
      if (!original) return;
      const style = getComputedStyle(original);
      for (const name of DRAWN) {
        const value = style.getPropertyValue(name);
        if (value !== '')
          each.setAttribute(name, name === 'fill' || name === 'stroke' ? plainColour(value) : value);
      }
      each.removeAttribute('style');
      each.removeAttribute('class');
    });
    const { left, top } = node.getBoundingClientRect();
    copy.setAttribute('x', String(left - this.left));
    copy.setAttribute('y', String(top - this.top));
    this.root.append(copy);
  }
}

const DRAWN = [
  'fill',
  'fill-opacity',
  'stroke',
  'stroke-width',
  'stroke-dasharray',
  'stroke-opacity',
  'opacity',
  'font-family',
  'font-size',
  'font-weight',
  'text-anchor',
];

/** The page's own type, so that the picture looks the same where it is not installed. */
async function fonts(): Promise<string> {
  const rules = [...document.styleSheets]
    .flatMap((sheet) => [...sheet.cssRules])
    .filter((rule): rule is CSSFontFaceRule => rule instanceof CSSFontFaceRule)
    .filter((rule) => /U\+0+-0*FF\b/i.test(rule.style.getPropertyValue('unicode-range')));
  const faces = await Promise.all(rules.map(embedded));
  return faces.join('\n');
}

async function embedded(rule: CSSFontFaceRule): Promise<string> {
  const source = /url\("?([^")]+)"?\)/.exec(rule.style.getPropertyValue('src'))?.[1];
  if (!source) return '';
  const base = rule.parentStyleSheet?.href ?? document.baseURI;
  const file = await (await fetch(new URL(source, base))).blob();
  return `@font-face { font-family: ${rule.style.getPropertyValue('font-family')}; font-weight: ${rule.style.getPropertyValue('font-weight')}; src: url("${await dataUrl(file)}"); }`;
}

const dataUrl = (file: Blob) =>
  new Promise<string>((resolve, reject) => {
    const reader = new FileReader();
    reader.onload = () => resolve(reader.result as string);
    reader.onerror = () => reject(new Error('The type could not be read.'));
    reader.readAsDataURL(file);
  });

async function drawn(
  of: HTMLElement,
  title: string,
): Promise<{ text: string; width: number; height: number }> {
  const { root } = new Drawing(of, title);
  root.prepend(element('style', {}, await fonts()));
  return {
    text: new XMLSerializer().serializeToString(root),
    width: Number(root.getAttribute('width')),
    height: Number(root.getAttribute('height')),
  };
}

/** Hands the answer of the page to the browser as a picture, its question above it. */
export async function savePicture(name: string, kind: 'svg' | 'png') {
  const answer = document.querySelector<HTMLElement>('.answer-main');
  if (!answer) return;
  const question = questionWords();
  const picture = await drawn(answer, question);
  const svg = new Blob([picture.text], { type: 'image/svg+xml' });
  if (kind === 'svg') {
    download(`${name}.svg`, svg);
    return;
  }
  const image = new Image();
  image.src = await dataUrl(svg);
  await image.decode();
  const canvas = document.createElement('canvas');
  canvas.width = picture.width * SCALE;
  canvas.height = picture.height * SCALE;
  canvas.getContext('2d')?.drawImage(image, 0, 0, canvas.width, canvas.height);
  const png = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, 'image/png'));
  if (png) download(`${name}.png`, png);
}
