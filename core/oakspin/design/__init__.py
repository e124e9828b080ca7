"""What the user decides, as typed immutable values; at once file format and API body."""

from oakspin.design.coil import CradleDesign, LobesDesign
from oakspin.design.cored import CoredDesign
from oakspin.design.document import Design, Document, design_of, document_of, from_text, schema, to_text
from oakspin.design.frame import FrameDesign
from oakspin.design.hanging import HangingDesign
from oakspin.design.train import TrainDesign
from oakspin.design.versions import VERSION

__all__ = [
    "VERSION",
    "CoredDesign",
    "CradleDesign",
    "Design",
    "Document",
    "FrameDesign",
    "HangingDesign",
    "LobesDesign",
    "TrainDesign",
    "design_of",
    "document_of",
    "from_text",
    "schema",
    "to_text",
]
