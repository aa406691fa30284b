declare module 'html-encoding-sniffer' {
  /** The name of the encoding that a browser takes these bytes for (HTML standard, "encoding sniffing algorithm"). */
  export default function sniff(
    bytes: Uint8Array,
    options?: { xml?: boolean; transportLayerEncodingLabel?: string; defaultEncoding?: string },
  ): string
}
