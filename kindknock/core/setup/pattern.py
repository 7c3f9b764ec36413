"""A door as a pattern for another business: looks, words and rules, without people, numbers and pictures."""

from .door import Door


def as_pattern(door: Door, *, key: str, channel_keys: tuple[str, ...]) -> Door:
    """The door with new keys; each way is there with a blank where its address was, so that it can't be
    published before it is filled. What names people, addresses or pictures of the first business is out, and
    the signposts it begins with, which belong to their site.
    """
    channels = tuple(
        channel.model_copy(update={"key": fresh, "address": "", "picture": "", "people": ()})
        for channel, fresh in zip(door.channels, channel_keys, strict=True)
    )
    return door.model_copy(
        update={
            "key": key,
            "channels": channels,
            "people": (),
            "overrides": tuple(each.model_copy(update={"people": ()}) for each in door.overrides),
            "looks": door.looks.model_copy(update={"glyph_picture": ""}),
            "asks": door.asks.model_copy(update={"mails": "no", "mail_to": ()}),
            "reads": door.reads.model_copy(update={"begins": ()}),
        }
    )
