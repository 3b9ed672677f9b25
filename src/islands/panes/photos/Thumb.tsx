import { useEffect, useRef, useState } from "react";
import { replica } from "../../replica/replica";
import styles from "./Photos.module.css";

/** Width of a small picture, px. */
const SMALL = 264;

interface Props {
  readonly file: string;
  readonly says: string;
}

/** A small picture, drawn only while it is in sight: two hundred of them cost no more than those that are seen. */
export function Thumb({ file, says }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const [lacking, setLacking] = useState(false);
  useEffect(() => {
    const at = canvas.current;
    if (!at) return;
    let seen = false;
    const draw = async () => {
      const blob = await replica().findFile(file);
      if (!seen) return;
      setLacking(!blob);
      const picture = blob && (await createImageBitmap(blob, { resizeWidth: SMALL, resizeQuality: "medium" }).catch(() => undefined));
      if (picture && seen) {
        at.width = picture.width;
        at.height = picture.height;
        at.getContext("2d")?.drawImage(picture, 0, 0);
      }
      picture?.close();
    };
    const watch = new IntersectionObserver(([entry]) => {
      const now = entry?.isIntersecting ?? false;
      if (now === seen) return;
      seen = now;
      if (seen) void draw();
      else at.width = at.height = 1;
    });
    watch.observe(at);
    return () => {
      seen = false;
      watch.disconnect();
    };
  }, [file]);
  return (
    <>
      <canvas ref={canvas} className={styles.thumb} role="img" aria-label={says} width={1} height={1} />
      {lacking && <small>not here yet</small>}
    </>
  );
}
