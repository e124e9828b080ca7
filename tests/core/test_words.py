"""Words that were dropped stay out of everything that is said: by the core, by the server, on the pages."""

from __future__ import annotations

import ast
import re
from pathlib import Path

ROOT = Path(__file__).resolve().parents[2]
WORDS = (ROOT / "docs" / "words.md").read_text(encoding="utf-8")
SPOKEN = [*(ROOT / "core").rglob("*.py"), *(ROOT / "server").rglob("*.py")]
PAGES = [
    path for path in (ROOT / "web" / "src").rglob("*.ts*") if ".test." not in path.name and "generated" not in path.name
]


def dropped() -> list[str]:
    """The words of the table in docs/words.md, as they were."""
    table = WORDS.split("## Words that were dropped", 1)[1].split("\n## ", 1)[0]
    return [row.split("|")[1].strip() for row in table.splitlines() if row.startswith("|")][2:]


def texts_in(path: Path) -> list[str]:
    """Every text of a Python file that is not a docstring."""
    tree = ast.parse(path.read_text(encoding="utf-8"))
    docs = {
        id(node.body[0].value)
        for node in ast.walk(tree)
        if isinstance(node, ast.Module | ast.ClassDef | ast.FunctionDef)
        and node.body
        and isinstance(node.body[0], ast.Expr)
    }
    return [
        node.value
        for node in ast.walk(tree)
        if isinstance(node, ast.Constant) and isinstance(node.value, str) and id(node) not in docs
    ]


def without_comments(path: Path) -> str:
    text = re.sub(r"/\*.*?\*/", "", path.read_text(encoding="utf-8"), flags=re.DOTALL)
    return re.sub(r"(?m)//.*$", "", text)


def test_the_list_is_read() -> None:
    assert len(dropped()) >= 20


def test_dropped_words_are_said_nowhere() -> None:
    wanted = re.compile(rf"(?<![\w])({'|'.join(map(re.escape, dropped()))})(?![\w])")
    shown = [f"{path.relative_to(ROOT)}: {text}" for path in SPOKEN for text in texts_in(path) if wanted.search(text)]
    pages = [(path, wanted.search(without_comments(path))) for path in PAGES]
    shown += [f"{path.relative_to(ROOT)}: {found[0]}" for path, found in pages if found]
    assert shown == []
