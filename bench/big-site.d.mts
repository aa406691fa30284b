/** Files of a made-up large site, by path. */
export function bigSite(pages?: number, pictureBytes?: number): Record<string, Buffer>
/** The same as a ZIP archive. */
export function bigArchive(files: Record<string, Buffer>): Uint8Array
