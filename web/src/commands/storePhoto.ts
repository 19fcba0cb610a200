/** Keeps a photo on the server. @returns its SHA-256 @throws Error in the server's words when it was not stored */
export async function storePhoto(file: Blob): Promise<string> {
  const response = await fetch('/api/photos', {
    method: 'POST',
    headers: { 'content-type': 'application/octet-stream' },
    body: file,
  });
  const reply = (await response.json()) as { sha256?: string; error?: { message: string; remedy?: string } };
  if (!response.ok || !reply.sha256)
    throw new Error(`${reply.error?.message ?? 'The photo was not stored.'} ${reply.error?.remedy ?? ''}`);
  return reply.sha256;
}
