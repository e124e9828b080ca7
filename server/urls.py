"""The API, and the page for every other address."""

from django.urls import path, re_path

from server import docs, reading
from server.api import api
from server.guard import no_such_route
from server.page import page

urlpatterns = [
    path("api/docs", docs.page),
    path("api/docs/physics", reading.physics),
    path("api/openapi.json", docs.description),
    path("api/", api.urls),
    re_path(r"^api/", no_such_route),
    re_path(r"^(?!assets/).*$", page),
]

# Whatever no route answers, in the one problem shape.
handler400 = handler403 = "server.guard.unread"
handler404 = "server.guard.no_such_route"
handler500 = "server.guard.mistake"
