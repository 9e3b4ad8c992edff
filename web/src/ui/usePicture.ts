import { useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { pictureQuery } from "../api/queries";

/** A picture of the server under an address of this page, let go with whoever shows it; the last one until then. */
export function usePicture(address: string): { readonly src: string | undefined; readonly isError: boolean } {
	const { data, isError } = useQuery(pictureQuery(address));
	const [src, setSrc] = useState<string>();
	useEffect(() => {
		if (!data) return;
		const made = URL.createObjectURL(data);
		setSrc(made);
		return () => URL.revokeObjectURL(made);
	}, [data]);
	return { src, isError };
}
