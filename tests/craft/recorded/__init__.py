"""What the craft said of many cases when it was last looked at: whatever changes in it is noticed."""
