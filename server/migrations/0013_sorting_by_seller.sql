-- What is learned speaks for its own seller only; what was learned without it is learned anew from what people sorted.
update sorting_models set model = '{"examples": []}';
