"""The studio: what is kept, who may see it, and the API the browser talks to."""
