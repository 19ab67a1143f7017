import net from 'node:net';

/** Stands between an application and its database, and cuts connections when told to. */
export class CuttingProxy {
  private readonly sockets = new Set<net.Socket>();
  private readonly server: net.Server;
  cuts = 0;
  private constructor(private readonly to: { host: string; port: number }) {
    this.server = net.createServer((inside) => {
      const outside = net.connect(this.to.port, this.to.host);
      for (const [one, other] of [
        [inside, outside],
        [outside, inside],
      ] as const) {
        this.sockets.add(one);
        one.on('error', () => other.destroy());
        one.on('close', () => {
          this.sockets.delete(one);
          other.destroy();
        });
        one.pipe(other);
      }
    });
  }
  static async before(url: string): Promise<{ proxy: CuttingProxy; url: string }> {
    const at = new URL(url);
    const proxy = new CuttingProxy({ host: at.hostname, port: Number(at.port) });
    await new Promise<void>((done) => proxy.server.listen(0, '127.0.0.1', done));
    at.port = String((proxy.server.address() as net.AddressInfo).port);
    return { proxy, url: at.toString() };
  }
  /** Cuts some of the connections, at once and without a word. */
  cut(share: number): void {
    for (const socket of this.sockets)
      if (Math.random() < share) {
        socket.destroy();
        this.cuts++;
      }
  }
  close(): void {
    this.server.close();
    for (const socket of this.sockets) socket.destroy();
  }
}
