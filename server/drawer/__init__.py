"""The Drawer: parts owned, each with its history."""
