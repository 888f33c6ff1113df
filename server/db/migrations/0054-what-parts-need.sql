-- What a vehicle must be to have one of the parts that every shop begins with: where a shop said nothing, what is so by nature.
update component set needs = '{"fuels":["petrol","diesel","gas","hybrid"]}' where needs = '{}' and key in (
  'alternator', 'alternator-regulator', 'alternator-pulley', 'drive-belt', 'belt-tensioner',
  'engine-control-unit', 'engine-loom', 'crankshaft-sensor',
  'camshaft-sensor', 'cam-chain', 'oil-pressure-switch', 'engine-mount', 'thermostat', 'egr-valve', 'throttle-body', 'fuel-filter', 'fuel-pump', 'fuel-line',
  'rail-pressure-sensor', 'injector', 'air-filter', 'air-mass-meter',
  'particulate-filter', 'filter-pressure-sensor', 'oxygen-sensor', 'exhaust-flex-joint'
);
update component set needs = '{"fuels":["petrol","gas","hybrid"]}' where needs = '{}' and key in (
  'spark-plug', 'ignition-coil'
);
update component set needs = '{"fuels":["diesel"]}' where needs = '{}' and key in (
  'glow-plug', 'glow-relay'
);
update component set needs = '{"fuels":["petrol","diesel","gas","hybrid"],"equipment":["turbo"]}' where needs = '{}' and key in (
  'boost-hose', 'boost-sensor', 'turbocharger'
);
update component set needs = '{"gearboxes":["manual"]}' where needs = '{}' and key in (
  'clutch-disc', 'clutch-release-bearing', 'clutch-slave-cylinder'
);
