import {
  type Client,
  createClient,
  type InArgs,
  type InStatement,
  type ResultSet,
  type Transaction,
  type TransactionMode,
} from "@libsql/client";
import PQueue from "p-queue";

const isRead = (sql: string): boolean => /^\s*(select|explain|with\b(?![\s\S]*\b(insert|update|delete)\b))/i.test(sql);
const isBusy = (error: unknown): boolean => String((error as { code?: string })?.code ?? "").startsWith("SQLITE_BUSY");

/**
 * One writer at a time for the whole process. The pooled client loses writes after SQLITE_BUSY: the poisoned
 * connection reports success and keeps the lock, so on that error it reconnects before the error is passed on.
 */
const writeQueue = (): PQueue => new PQueue({ concurrency: 1 });

/** A libSQL client whose writes and transactions queue up behind one another. */
export function openClient(url: string): Client {
  const client = createClient({ url, timeout: 5000 });
  const queue = writeQueue();
  const guarded = <T>(work: () => Promise<T>): Promise<T> => {
    const run = async () => {
      try {
        return await work();
      } catch (error) {
        if (isBusy(error)) client.reconnect();
        throw error;
      }
    };
    return queue.add(run, { throwOnTimeout: true });
  };

  const execute = ((statement: InStatement | string, args?: InArgs): Promise<ResultSet> => {
    const sql = typeof statement === "string" ? statement : statement.sql;
    const run = () => (typeof statement === "string" ? client.execute(statement, args) : client.execute(statement));
    return isRead(sql) ? run() : guarded(run);
  }) as Client["execute"];

  return {
    execute,
    batch: (statements, mode) => guarded(() => client.batch(statements, mode)),
    migrate: (statements) => guarded(() => client.migrate(statements)),
    executeMultiple: (sql) => guarded(() => client.executeMultiple(sql)),
    transaction: ((mode?: TransactionMode) => heldTransaction(client, queue, mode)) as Client["transaction"],
    sync: () => client.sync(),
    reconnect: () => client.reconnect(),
    close: () => client.close(),
    get closed() {
      return client.closed;
    },
    get protocol() {
      return client.protocol;
    },
  };
}

/** Opens a transaction and keeps its place in the queue until it is committed, rolled back or closed. */
function heldTransaction(client: Client, queue: PQueue, mode?: TransactionMode): Promise<Transaction> {
  return new Promise((resolve, reject) => {
    void queue.add(async () => {
      let tx: Transaction;
      try {
        tx = await client.transaction(mode ?? "write");
      } catch (error) {
        if (isBusy(error)) client.reconnect();
        reject(error);
        return;
      }
      await new Promise<void>((done) => resolve(releasing(tx, client, done)));
    });
  });
}

function releasing(tx: Transaction, client: Client, done: () => void): Transaction {
  const ending = (end: () => Promise<void>) => async () => {
    try {
      await end();
    } catch (error) {
      if (isBusy(error)) client.reconnect();
      throw error;
    } finally {
      done();
    }
  };
  return {
    execute: ((s: InStatement) => tx.execute(s)) as Transaction["execute"],
    batch: (s) => tx.batch(s),
    executeMultiple: (s) => tx.executeMultiple(s),
    commit: ending(() => tx.commit()),
    rollback: ending(() => tx.rollback()),
    close: () => {
      tx.close();
      done();
    },
    get closed() {
      return tx.closed;
    },
  };
}
