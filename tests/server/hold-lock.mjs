import { createClient } from "@libsql/client";

/** A second process that takes the write lock, keeps it longer than anybody waits, and lets go. */
const client = createClient({ url: process.argv[2] ?? "", timeout: 5000 });
const tx = await client.transaction("write");
console.log("held");
await new Promise((r) => setTimeout(r, 6500));
await tx.rollback();
client.close();
