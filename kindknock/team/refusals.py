"""What stands in the way of a change to the team. A screen has a sentence for each code."""


class TeamRefused(Exception):
    """`code` says why: in_team, bad_email, own_email, last_owner, not_owner, gone, role_unknown, own_role,
    no_such, withdrawn, taken, over, not_theirs, has_account, other_name.
    """

    def __init__(self, code: str, *, field: str = "", **facts: str) -> None:
        super().__init__(code)
        self.code, self.field, self.facts = code, field, facts
