GRANT DELETE ON measures TO kurrel_app;
