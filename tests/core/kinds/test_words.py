"""Every cause and every hindrance of a kind has its sentence, and every sentence its cause."""

import ast
from importlib import import_module
from pathlib import Path

import pytest

import oakspin.machines

MACHINES = Path(oakspin.machines.__file__).parent
FOLDERS = sorted(folder.name for folder in MACHINES.iterdir() if (folder / "__init__.py").is_file())


def ids_in(tree: ast.AST) -> set[str]:
    """Ids of the causes and hindrances that are made in a piece of code."""
    place = {"Cause": 1, "Hindrance": 0}
    made = set()
    for node in ast.walk(tree):
        if isinstance(node, ast.Call) and isinstance(node.func, ast.Name) and node.func.id in place:
            leaves = ast.walk(node.args[place[node.func.id]])
            made |= {leaf.value for leaf in leaves if isinstance(leaf, ast.Constant) and isinstance(leaf.value, str)}
    return made


def parsed(file: Path) -> ast.Module:
    return ast.parse(file.read_text(encoding="utf-8"))


COMMON = {
    node.name: ids_in(node) for node in parsed(MACHINES / "common_causes.py").body if isinstance(node, ast.FunctionDef)
}


def ids_made(folder: str) -> set[str]:
    """Ids that a kind's physics makes: its own, and those of the common causes that it asks for."""
    trees = [parsed(file) for file in (MACHINES / folder).glob("*.py")]
    called = {
        node.func.id
        for tree in trees
        for node in ast.walk(tree)
        if isinstance(node, ast.Call) and isinstance(node.func, ast.Name)
    }
    return set().union(*map(ids_in, trees), *(ids for name, ids in COMMON.items() if name in called))


@pytest.mark.parametrize("folder", FOLDERS)
def test_causes_and_sentences_meet(folder: str) -> None:
    sentences = import_module(f"oakspin.kinds.{folder}.words").CAUSES
    assert ids_made(folder) == set(sentences)
    assert all(text and text == text.strip() for text in sentences.values())
