/** Where in the page the input of a field is, so that a click on what it shows can lead to it. */
export const inputId = (key: string, within = ''): string => (within ? `${within}-${key}` : `field-${key}`);
