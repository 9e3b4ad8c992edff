"""The demo studio's data, and the year that it is made to have behind it."""
