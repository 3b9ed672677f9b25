/** Longest side of a picture that is kept, px: a plate's small print can be read on it. */
const LONGEST = 1600;
const QUALITY = 0.82;

/** A picture made anew: smaller, upright, and without anything else that its file said, such as where it was taken. Throws where it is none. */
export async function shrink(file: Blob): Promise<Uint8Array<ArrayBuffer>> {
  const picture = await createImageBitmap(file, { imageOrientation: "from-image" }).catch(() => undefined);
  if (!picture) throw new SyntaxError("is not a picture this browser can read");
  const scale = Math.min(1, LONGEST / Math.max(picture.width, picture.height));
  const canvas = Object.assign(document.createElement("canvas"), {
    width: Math.max(1, Math.round(picture.width * scale)),
    height: Math.max(1, Math.round(picture.height * scale)),
  });
  canvas.getContext("2d")?.drawImage(picture, 0, 0, canvas.width, canvas.height);
  picture.close();
  const made = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, "image/jpeg", QUALITY));
  if (!made) throw new SyntaxError("could not be made smaller by this browser");
  return new Uint8Array(await made.arrayBuffer());
}
