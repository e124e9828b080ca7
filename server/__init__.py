"""Django project of Oak Spin: keeps demonstrations, answers with verdicts, serves the built front end."""
