"""PDF files as drawings."""
