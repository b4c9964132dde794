import { elementToSVG } from 'dom-to-svg';

/** A drawing as the text of an SVG file, with its size in pixels of the page. */
export interface Picture {
  svg: string;
  width: number;
  height: number;
}

const SVG = 'http://www.w3.org/2000/svg';
/** Pixels of a PNG for each of the page: sharp in print and on fine screens. */
const SCALE = 2;
const MARGIN = 16;
const TITLE_SIZE = 15;
/** Pixels of a line of the title, and of a letter in it on average. */
const LINE = 20;
const LETTER = 7.4;
/** Set on an element while it is drawn: nothing of it is cut off, and what is only for readers of a live page is left out. */
const DRAWN = 'is-drawn';

/** A text in as many lines as it needs for a width in pixels. */
export function linesOf(text: string, width: number): string[] {
  const lines: string[] = [];
  for (const word of text.split(' ').filter((each) => each !== '')) {
    const last = lines.at(-1);
    if (last !== undefined && (last.length + word.length + 1) * LETTER <= width)
      lines[lines.length - 1] = `${last} ${word}`;
    else lines.push(word);
  }
  return lines;
}

/** Draws a part of the page as plain shapes and texts under its title, which may be empty, with the fonts of the page inside. */
export async function pictureOf(part: HTMLElement, title: string): Promise<Picture> {
  const { drawn, width, height } = draw(part);
  const style = getComputedStyle(part);
  const lines = linesOf(title, width);
  const head = lines.length * LINE + 8;
  const size = { width: Math.ceil(width + 2 * MARGIN), height: Math.ceil(height + head + 2 * MARGIN) };
  const root = element('svg', { xmlns: SVG, ...size, viewBox: `0 0 ${size.width} ${size.height}` });
  root.append(
    element('style', {}, await fonts()),
    element('rect', { ...size, fill: style.backgroundColor }),
    ...lines.map((line, at) =>
      element(
        'text',
        {
          x: MARGIN,
          y: MARGIN + TITLE_SIZE + at * LINE,
          fill: style.color,
          'font-family': style.fontFamily,
          'font-size': TITLE_SIZE,
          'font-weight': 600,
        },
        line,
      ),
    ),
  );
  drawn.setAttribute('x', String(MARGIN));
  drawn.setAttribute('y', String(MARGIN + head));
  root.append(drawn);
  return { svg: plainColours(new XMLSerializer().serializeToString(root), variable), ...size };
}

const variable = (name: string) => getComputedStyle(document.documentElement).getPropertyValue(name).trim();

/** Colours as every program reads them: names of the style sheet by their values, and mixed colours as rgb(…). */
export const plainColours = (svg: string, valueOf: (name: string) => string): string =>
  svg
    .replace(/var\((--[\w-]+)\)/g, (_, name: string) => valueOf(name))
    .replace(/color\(srgb ([\d.e-]+) ([\d.e-]+) ([\d.e-]+)( \/ [\d.]+)?\)/g, (_, ...parts: string[]) => {
      const [red, green, blue] = parts.slice(0, 3).map((part) => Math.round(Number(part) * 255));
      const alpha = (parts[3] as string | undefined)?.slice(3);
      return alpha ? `rgba(${red}, ${green}, ${blue}, ${alpha})` : `rgb(${red}, ${green}, ${blue})`;
    });

function element(name: string, attributes: Record<string, string | number>, text?: string): SVGElement {
  const made = document.createElementNS(SVG, name);
  for (const [key, value] of Object.entries(attributes)) made.setAttribute(key, String(value));
  if (text !== undefined) made.textContent = text;
  return made;
}

/** The whole of a part that may be scrolled, as shapes. */
function draw(part: HTMLElement): { drawn: SVGSVGElement; width: number; height: number } {
  const { scrollTop, scrollLeft } = part;
  part.scrollTo(0, 0);
  part.classList.add(DRAWN);
  try {
    const box = part.getBoundingClientRect();
    const rights = [...part.querySelectorAll('table, svg, p')].map(
      (each) => each.getBoundingClientRect().right,
    );
    const width = Math.min(part.scrollWidth, Math.max(...rights, box.left + 1) - box.left);
    const height = part.scrollHeight;
    const captureArea = new DOMRect(box.left, box.top, width, height);
    const { documentElement } = elementToSVG(part, { captureArea, keepLinks: false });
    // Fonts of every alphabet are named there; only those used are put in.
    documentElement.querySelector('style')?.remove();
    return { drawn: document.importNode(documentElement, true) as unknown as SVGSVGElement, width, height };
  } finally {
    part.classList.remove(DRAWN);
    part.scrollTo(scrollLeft, scrollTop);
  }
}

/** The type of the page for Latin letters, so that the picture looks the same where it is not installed. */
async function fonts(): Promise<string> {
  const rules = [...document.styleSheets]
    .flatMap((sheet) => [...sheet.cssRules])
    .filter((rule): rule is CSSFontFaceRule => rule instanceof CSSFontFaceRule)
    .filter((rule) => /U\+0+-0*FF\b/i.test(rule.style.getPropertyValue('unicode-range')));
  return (await Promise.all(rules.map(embedded))).join('\n');
}

async function embedded(rule: CSSFontFaceRule): Promise<string> {
  const source = /url\("?([^")]+)"?\)/.exec(rule.style.getPropertyValue('src'))?.[1];
  if (!source) return '';
  const base = rule.parentStyleSheet?.href ?? document.baseURI;
  const file = await (await fetch(new URL(source, base))).blob();
  return `@font-face { font-family: ${rule.style.getPropertyValue('font-family')}; font-weight: ${rule.style.getPropertyValue('font-weight')}; src: url("${await dataUrl(file)}"); }`;
}

/** An address that holds a file. */
export const dataUrl = (file: Blob) =>
  new Promise<string>((resolve, reject) => {
    const reader = new FileReader();
    reader.onload = () => resolve(reader.result as string);
    reader.onerror = () => reject(new Error('The file could not be read.'));
    reader.readAsDataURL(file);
  });

export const svgFile = ({ svg }: Picture) => new Blob([svg], { type: 'image/svg+xml' });

/** A picture in pixels. */
export async function pngFile(picture: Picture): Promise<Blob> {
  const image = new Image();
  image.src = await dataUrl(svgFile(picture));
  await image.decode();
  const canvas = document.createElement('canvas');
  canvas.width = picture.width * SCALE;
  canvas.height = picture.height * SCALE;
  canvas.getContext('2d')?.drawImage(image, 0, 0, canvas.width, canvas.height);
  const png = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, 'image/png'));
  if (!png) throw new Error('The picture is too large for the browser.');
  return png;
}
