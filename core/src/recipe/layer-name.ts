/** What a layer of a file is called: 0 is where a DXF has what was put in none. */
export const layerName = (name: string): string => (name === '' || name === '0' ? 'in no layer' : name);
