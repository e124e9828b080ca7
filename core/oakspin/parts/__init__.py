"""Parts on the table and their physics: cell, magnet, wire, contact, and the catalogue."""
