"""What the core offers, and that its examples run."""

import doctest
import importlib
import inspect
import pkgutil

import oakspin

MODULES = [importlib.import_module(module.name) for module in pkgutil.walk_packages(oakspin.__path__, "oakspin.")]


def test_the_surface_is_what_all_names_sorted() -> None:
    assert sorted(oakspin.__all__, key=str) == list(oakspin.__all__)
    assert all(hasattr(oakspin, name) for name in oakspin.__all__)


def test_every_example_in_a_docstring_runs() -> None:
    tried = failed = 0
    for module in MODULES:
        result = doctest.testmod(module)
        tried, failed = tried + result.attempted, failed + result.failed
    assert tried >= 5
    assert failed == 0


def test_every_public_function_and_class_says_what_it_is() -> None:
    missing = [
        f"{module.__name__}.{name}"
        for module in MODULES
        for name, thing in vars(module).items()
        if not name.startswith("_")
        and (inspect.isfunction(thing) or inspect.isclass(thing))
        and thing.__module__ == module.__name__
        and not (thing.__doc__ or "").strip()
    ]
    assert missing == []
    assert all((module.__doc__ or "").strip() for module in MODULES)
