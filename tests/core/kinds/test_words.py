"""Every cause and every hindrance of a kind has its sentence, and every sentence its cause."""

import ast
from importlib import import_module
from pathlib import Path

import pytest

import oakspin.machines

MACHINES = Path(oakspin.machines.__file__).parent
FOLDERS = sorted(folder.name for folder in MACHINES.iterdir() if (folder / "__init__.py").is_file())


def ids_made(folder: str) -> set[str]:
    """Ids of the causes and hindrances that a kind's physics makes."""
    place = {"Cause": 1, "Hindrance": 0}
    made = set()
    for file in (MACHINES / folder).glob("*.py"):
        for node in ast.walk(ast.parse(file.read_text(encoding="utf-8"))):
            if isinstance(node, ast.Call) and isinstance(node.func, ast.Name) and node.func.id in place:
                told = node.args[place[node.func.id]]
                made |= {
                    leaf.value
                    for leaf in ast.walk(told)
                    if isinstance(leaf, ast.Constant) and isinstance(leaf.value, str)
                }
    return made


@pytest.mark.parametrize("folder", FOLDERS)
def test_causes_and_sentences_meet(folder: str) -> None:
    sentences = import_module(f"oakspin.kinds.{folder}.words").CAUSES
    assert ids_made(folder) == set(sentences)
    assert all(text and text == text.strip() for text in sentences.values())
