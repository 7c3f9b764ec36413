"""How many web addresses nobody listed are noted of one network: whoever makes them up by the hundred
hides the owner's own new one otherwise. Counted in the process, for an hour; nothing of it is stored.
"""

from datetime import datetime

MOST_HOSTS, MOST_NETWORKS = 8, 5000


class Strangers:
    def __init__(self) -> None:
        self._hour = 0
        self._hosts: dict[str, set[str]] = {}

    def may(self, network: str, host: str, at: datetime) -> bool:
        """Whether one more unlisted host is noted of this network within the hour."""
        hour = int(at.timestamp()) // 3600
        if hour != self._hour or len(self._hosts) > MOST_NETWORKS:
            self._hour, self._hosts = hour, {}
        met = self._hosts.setdefault(network, set())
        if host in met or len(met) < MOST_HOSTS:
            met.add(host)
            return True
        return False
