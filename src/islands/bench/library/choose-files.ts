/** Asks for files with the system's own window. */
export function chooseFiles(accept: string, many: boolean, take: (files: readonly File[]) => void): void {
  const input = document.createElement('input');
  input.type = 'file';
  input.accept = accept;
  input.multiple = many;
  input.addEventListener('change', () => input.files && take([...input.files]));
  input.click();
}
