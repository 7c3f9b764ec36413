"""What the studio and the API say to each other. The studio's types are generated from these."""

from .account import *  # noqa: F403
from .answers import *  # noqa: F403
from .asked_again import *  # noqa: F403
from .deeds import *  # noqa: F403
from .desk import *  # noqa: F403
from .fitting import *  # noqa: F403
from .footfall import *  # noqa: F403
from .guestbook import *  # noqa: F403
from .history import *  # noqa: F403
from .looks import *  # noqa: F403
from .people import *  # noqa: F403
from .reading import *  # noqa: F403
from .review import *  # noqa: F403
from .rota import *  # noqa: F403
from .signing_in import *  # noqa: F403
from .stage import *  # noqa: F403
from .team import *  # noqa: F403
from .texts import *  # noqa: F403
from .trials import *  # noqa: F403
from .website import *  # noqa: F403
