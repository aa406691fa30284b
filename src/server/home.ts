/** The project's folder: where the process was started, or what the command line says. */
export const home = (): string => process.env['ATTIRE_HOME'] ?? '.'
