interface Lock {
  readonly packages: Readonly<
    Record<
      string,
      { readonly license?: string; readonly dev?: boolean; readonly devOptional?: boolean; readonly version?: string }
    >
  >
}
export function licencesOf(lock: Lock): [licence: string, packages: string[]][]
export function licencesText(lock: Lock): string
