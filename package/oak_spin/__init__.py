"""Oak Spin as an installed program: everything it needs lies in ``app``, beside this file."""
