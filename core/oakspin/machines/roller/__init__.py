"""The roller as physics: sizes, the sheet that carries its current, what stops it, and the Machine it makes."""
