"""The running application: settings, addresses, server entry."""
