/** Colours by what they mean; contrast of text is at least 4.5:1 on page, sheet and opened rows, of marks 3:1. */
export interface Roles {
  page: string;
  sheet: string;
  ink: string;
  ink2: string;
  rule: string;
  act: string;
  deep: string;
  fall: string;
  /** Rust as text: a little darker than as a mark. */
  fallText: string;
  release: string;
  releaseText: string;
  compared: string;
  hatch: string;
  hover: string;
  series: readonly string[];
}

export const light: Roles = {
  page: '#F6F4EE',
  sheet: '#FFFFFF',
  ink: '#14262B',
  ink2: '#4A5C60',
  rule: '#D9D6CB',
  act: '#1F6F5C',
  deep: '#12414F',
  fall: '#C8442B',
  fallText: '#B73B24',
  release: '#B7862C',
  releaseText: '#7D5A16',
  compared: '#6B7F9E',
  hatch: '#E4E1D6',
  hover: '#ECE9DF',
  series: ['#12414F', '#C8442B', '#B7862C', '#5B8C7B', '#7A5C86', '#3F7CAC', '#8A8A7B', '#A34E6F'],
};

export const dark: Roles = {
  page: '#0C1A1F',
  sheet: '#12252B',
  ink: '#E8ECE9',
  ink2: '#A3B3B5',
  rule: '#2C4148',
  act: '#5DB49B',
  deep: '#8CC3D3',
  fall: '#EE7A60',
  fallText: '#EE7A60',
  release: '#C99A3F',
  releaseText: '#DDB362',
  compared: '#92A6C6',
  hatch: '#1D333A',
  hover: '#1A3038',
  series: ['#8CC3D3', '#EE7A60', '#C99A3F', '#7FB8A5', '#B493C1', '#6FA9D6', '#B5B5A4', '#D07E9D'],
};

/** The roles as custom properties, --page and so on. */
export function asProperties(roles: Roles): Record<string, string> {
  const { series, ...single } = roles;
  const properties: Record<string, string> = {};
  for (const [name, value] of Object.entries(single)) properties[`--${name}`] = value as string;
  series.forEach((value, index) => {
    properties[`--series-${index}`] = value;
  });
  return properties;
}
