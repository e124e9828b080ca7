"""A class: its plan, the forecast of its lesson, what it needs, and what came of it."""
