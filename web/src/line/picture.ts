/** A phone's camera takes more than a poor line carries: a screen can be read at this size. */
const LONGEST_SIDE = 1_600;
const QUALITY = 0.8;

/** The picture, made smaller where this browser can. */
export async function smaller(file: File): Promise<Blob> {
  try {
    const image = await createImageBitmap(file);
    const by = Math.min(1, LONGEST_SIDE / Math.max(image.width, image.height));
    const canvas = document.createElement("canvas");
    canvas.width = Math.round(image.width * by);
    canvas.height = Math.round(image.height * by);
    canvas.getContext("2d")?.drawImage(image, 0, 0, canvas.width, canvas.height);
    const made = await new Promise<Blob | null>((done) => canvas.toBlob(done, "image/jpeg", QUALITY));
    return made !== null && made.size < file.size ? made : file;
  } catch {
    return file;
  }
}
