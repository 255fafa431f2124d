import "fake-indexeddb/auto";
import "@testing-library/jest-dom";
