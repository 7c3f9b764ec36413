"""Open formats beside the rules: each file reads and writes one."""
