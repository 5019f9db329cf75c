import { Route, Routes } from 'react-router';
import { Today } from '../today/Today';
import { NoSuchPage } from '../ui/NoSuchPage';
import { Frame } from './Frame';
import { Door, pages } from './pages';

export const Pages = () => (
  <Routes>
    <Route path="/door" element={<Door />} />
    <Route path="/" element={<Frame />}>
      <Route index element={<Today />} />
      {Object.entries(pages).map(([path, Page]) => (
        <Route key={path} path={path} element={<Page />} />
      ))}
      <Route path="*" element={<NoSuchPage />} />
    </Route>
  </Routes>
);
