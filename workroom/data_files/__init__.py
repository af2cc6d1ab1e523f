"""What lies in the data folder for a while: papers that were drawn, archives on their way in."""
