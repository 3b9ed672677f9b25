declare module "bidi-js" {
  interface Embedding {
    readonly levels: Uint8Array;
  }
  interface Bidi {
    getEmbeddingLevels(text: string, direction?: "ltr" | "rtl"): Embedding;
    getReorderedIndices(text: string, embedding: Embedding): number[];
    getMirroredCharactersMap(text: string, embedding: Embedding): Map<number, string>;
  }
  export default function bidiFactory(): Bidi;
}
