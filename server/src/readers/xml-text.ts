/** The text of XML by its byte order mark or its declaration, UTF-8 where it says nothing that is known. */
export function decodedXml(bytes: Uint8Array): string {
  const label =
    bytes[0] === 0xff && bytes[1] === 0xfe
      ? 'utf-16le'
      : bytes[0] === 0xfe && bytes[1] === 0xff
        ? 'utf-16be'
        : (/^\s*<\?xml[^>]*encoding=["']([\w.-]+)["']/.exec(Buffer.from(bytes.subarray(0, 200)).toString('latin1'))?.[1] ?? 'utf-8');
  try {
    return new TextDecoder(label).decode(bytes);
  } catch {
    return new TextDecoder().decode(bytes);
  }
}
