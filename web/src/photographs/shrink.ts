/** No edge is longer than what the workshop keeps. */
const mostEdge = 2048;
const quality = 0.9;

/** How large a picture is sent: its own size, or as much smaller as its longer edge asks. */
export function fitted(width: number, height: number): { width: number; height: number } {
  const scale = Math.min(1, mostEdge / Math.max(width, height));
  return { width: Math.max(1, Math.round(width * scale)), height: Math.max(1, Math.round(height * scale)) };
}

/**
 * A smaller copy, made in the browser so that a phone need not send ten megabytes over a weak line. What the browser cannot read goes as it is:
 * the workshop says what is wrong with it.
 */
export async function shrunk(file: File): Promise<Blob> {
  try {
    const picture = await createImageBitmap(file, { imageOrientation: 'from-image' });
    const { width, height } = fitted(picture.width, picture.height);
    const canvas = document.createElement('canvas');
    canvas.width = width;
    canvas.height = height;
    canvas.getContext('2d')!.drawImage(picture, 0, 0, width, height);
    picture.close();
    return (await new Promise<Blob | null>((done) => canvas.toBlob(done, 'image/jpeg', quality))) ?? file;
  } catch {
    return file;
  }
}
