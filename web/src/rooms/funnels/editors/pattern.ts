/** What has a name like a pattern, in which * stands for anything; without one, a part of the name. None for no pattern. */
export function matching<T extends { name: string }>(events: T[], pattern: string): T[] {
  const wanted = pattern.trim().toLowerCase();
  if (wanted === '') return [];
  const parts = wanted.split('*');
  return events.filter(({ name }) => isLike(name.toLowerCase(), parts));
}

/** Whether the parts come one after another, the first at the beginning and the last at the end. */
function isLike(name: string, parts: string[]): boolean {
  const [first = '', ...rest] = parts;
  const last = rest.pop();
  if (last === undefined) return name.includes(first);
  if (!name.startsWith(first)) return false;
  let at = first.length;
  for (const part of rest) {
    const found = name.indexOf(part, at);
    if (found < 0) return false;
    at = found + part.length;
  }
  return name.length - last.length >= at && name.endsWith(last);
}
