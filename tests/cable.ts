import { once } from 'node:events';
import { createConnection, createServer, type Server, type Socket } from 'node:net';

/** What stands between Vectis and its server: a cable that can be pulled. */
export class Cable {
  private server: Server | null = null;
  private readonly ends = new Set<Socket>();
  port = 0;
  constructor(private readonly to: number) {}

  async plug(): Promise<void> {
    this.server = createServer((from) => {
      const on = createConnection(this.to, '127.0.0.1');
      for (const end of [from, on]) {
        this.ends.add(end);
        end.on('error', () => {});
        end.on('close', () => this.ends.delete(end));
      }
      from.pipe(on).pipe(from);
    });
    this.server.listen(this.port, '127.0.0.1');
    await once(this.server, 'listening');
    this.port = (this.server.address() as { port: number }).port;
  }

  async pull(): Promise<void> {
    const gone = new Promise((done) => this.server?.close(done));
    for (const end of this.ends) end.destroy();
    await gone;
  }
}
