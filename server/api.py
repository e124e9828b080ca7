"""The whole HTTP API on one page."""

from ninja import NinjaAPI

from server.archive.api import router as archive
from server.errors import register
from server.shelf.api import router as shelf
from server.trials.api import router as trials
from server.workbench.api import router as workbench

api = NinjaAPI(title="Oak Spin", version="1", docs_url=None, openapi_url="/openapi.json")
api.add_router("/shelf", shelf)
api.add_router("/shelf", trials)
api.add_router("/archive", archive)
api.add_router("", workbench)
register(api)
