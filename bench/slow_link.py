"""A slow phone's line between a browser and local servers: every byte late, the width shared, new
connections dearer.
"""

import asyncio
import threading
import time

ROUND_TRIP_S, BITS_A_SECOND, MORE_ROUND_TRIPS = 0.150, 1_600_000, 2


class SlowLink:
    """Relays to `ports` (listening port → real port), on a thread of its own. All connections share one
    downward width. What comes from a port in `far_s` comes that much later: a server behind an edge that
    hands on what it can't keep.
    """

    def __init__(self, targets: list[int], far_s: dict[int, float] | None = None) -> None:
        self.targets = targets
        self.far_s = far_s or {}
        self.ports: dict[int, int] = {}
        self._free_at = 0.0
        self._ready = threading.Event()
        self._loop = asyncio.new_event_loop()
        threading.Thread(target=self._run, daemon=True).start()
        self._ready.wait(10)

    def _run(self) -> None:
        asyncio.set_event_loop(self._loop)
        self._loop.run_until_complete(self._listen())
        self._ready.set()
        self._loop.run_forever()

    async def _listen(self) -> None:
        for target in self.targets:
            server = await asyncio.start_server(
                lambda reader, writer, target=target: self._relay(reader, writer, target), "127.0.0.1", 0
            )
            self.ports[target] = server.sockets[0].getsockname()[1]

    async def _relay(self, reader: asyncio.StreamReader, writer: asyncio.StreamWriter, target: int) -> None:
        # The handshakes of a new connection (TCP and TLS) before its first byte may go.
        await asyncio.sleep(MORE_ROUND_TRIPS * ROUND_TRIP_S)
        there, back = await asyncio.open_connection("127.0.0.1", target)
        await asyncio.gather(
            self._carry(reader, back, narrow=False),
            self._carry(there, writer, narrow=True, far_s=self.far_s.get(target, 0.0)),
            return_exceptions=True,
        )

    async def _carry(
        self, source: asyncio.StreamReader, sink: asyncio.StreamWriter, *, narrow: bool, far_s: float = 0.0
    ) -> None:
        queue: asyncio.Queue[tuple[float, bytes]] = asyncio.Queue()

        async def deliver() -> None:
            while True:
                due, data = await queue.get()
                await asyncio.sleep(max(0.0, due - time.monotonic()))
                if not data:
                    sink.close()
                    return
                sink.write(data)
                await sink.drain()

        task = asyncio.create_task(deliver())
        while True:
            try:
                data = await source.read(1460)
            except OSError:
                data = b""
            now = time.monotonic() + far_s
            if narrow:
                self._free_at = max(self._free_at, now) + len(data) * 8 / BITS_A_SECOND
            await queue.put(((self._free_at if narrow else now) + ROUND_TRIP_S / 2, data))
            if not data:
                break
        await task
