import { useRef, useState } from "react";
import { Button } from "../../../ui/Button";
import { replica } from "../../replica/replica";
import { useDispatch } from "../../store/context";
import styles from "./Photos.module.css";
import { shrink } from "./shrink";

interface Props {
  /** Holds what it shows: plate, a panel, a part. */
  readonly of: string;
  /** Before hands went in, or after. */
  readonly when?: "before" | "after";
  readonly children: string;
  /** From the device's own pictures as well, and more than one. */
  readonly several?: boolean;
}

/** Takes a photo with the camera, or from a file; it is made smaller, kept here by its content, then sent. */
export function TakePhoto({ of, when, children, several = false }: Props) {
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
  // One after the other: a picture as it comes takes fifty times the room of one that is saved.
  const takeAll = async (files: readonly File[]) => {
    for (const file of files) await take(file);
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
        {...(several ? { multiple: true } : { capture: "environment" as const })}
        onChange={(e) => {
          const files = [...(e.target.files ?? [])];
          e.target.value = "";
          void takeAll(files);
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
