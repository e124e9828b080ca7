"""System checks that name the command that mends what they find."""

from typing import Any

from django.core.checks import CheckMessage, Warning, register

from server.places import BUILT


@register()
def front_end_is_built(**_: Any) -> list[CheckMessage]:
    """Warn when there is no built front end to serve."""
    if BUILT.is_file():
        return []
    return [Warning("The front end is not built.", hint="Run ./oak start, which builds it.", id="oakspin.W001")]
