import { useRef, useState } from "react";
import { Button } from "../../ui/Button";
import { useDispatch } from "../job/store/context";
import { replica } from "../replica/replica";
import styles from "./Photos.module.css";
import { shrink } from "./shrink";

interface Props {
  /** What it shows: plate, a panel, a part. */
  readonly of: string;
  /** Before hands went in, or after. */
  readonly when?: "before" | "after";
  readonly children: string;
}

/** Takes a photo with the camera, or from a file; it is made smaller, kept here by its content, then sent. */
export function TakePhoto({ of, when, children }: Props) {
  const dispatch = useDispatch();
  const input = useRef<HTMLInputElement>(null);
  const [amiss, setAmiss] = useState<string | undefined>();
  const take = async (file: File) => {
    setAmiss(undefined);
    try {
      const hash = await replica().keepFile("image/jpeg", await shrink(file));
      await dispatch({ do: "record", drafts: [{ kind: "photo", body: { file: hash, of, ...(when && { when }) } }] });
    } catch (error) {
      setAmiss(`${file.name} ${error instanceof SyntaxError ? error.message : "could not be kept here; try again"}.`);
    }
  };
  return (
    <>
      <Button onClick={() => input.current?.click()}>{children}</Button>
      <input
        ref={input}
        className="hidden"
        type="file"
        tabIndex={-1}
        aria-label={children}
        accept="image/*"
        capture="environment"
        onChange={(e) => {
          const [file] = e.target.files ?? [];
          if (file) void take(file);
          e.target.value = "";
        }}
      />
      {amiss && (
        <em role="alert" className={styles.amiss}>
          {amiss}
        </em>
      )}
    </>
  );
}
